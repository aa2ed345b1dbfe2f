import { randomUUID } from 'node:crypto';
import { directArrival } from '@plumgate/core/results';
import { Temporal } from 'temporal-polyfill';
import { incomingOf } from '../apps/server/dist/domains/intake/incoming.js';
import { MovableClock } from '../apps/server/dist/platform/clock.js';
import { readConfig } from '../apps/server/dist/platform/config.js';
import { Database } from '../apps/server/dist/platform/database/database.js';
import { RandomIds } from '../apps/server/dist/platform/id-source.js';
import { makeLogger } from '../apps/server/dist/platform/logging.js';
import { assemble } from '../apps/server/dist/start.js';

/** The built program on a data folder of its own (or an empty database at DATABASE_URL), its clock standing still. */
export async function assembleOn(folder) {
  const database = await Database.open({
    folder,
    ...(process.env.DATABASE_URL && { url: process.env.DATABASE_URL }),
  });
  const clock = new MovableClock(Temporal.Instant.from('2026-11-05T14:12:00Z'), false);
  const running = await assemble({
    config: readConfig({ PLUMGATE_DATA: folder, LOG_LEVEL: 'silent' }),
    database,
    clock,
    ids: new RandomIds(),
    log: makeLogger('silent'),
  });
  await running.app.init();
  return { running, database, clock };
}

/** What a visitor sends with the first form of a live page: these answers, once. */
export const incomingOn = (page, typed, start = null) =>
  incomingOf(page, '', {
    typed,
    start,
    once: randomUUID(),
    visitorId: '',
    ...directArrival,
    device: 'phone',
  });

/** An address of the network for documentation (RFC 3849), another each time: visitors come from everywhere. */
export const someAddress = () => `2001:db8:${hex()}:${hex()}::1`;
const hex = () => Math.floor(Math.random() * 0x10000).toString(16);
