import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import { HeldService } from '../apps/server/dist/domains/intake/held.service.js';
import { makeDemoWorld } from '../apps/server/dist/demo/make-demo.js';
import { LivePages } from '../apps/server/dist/domains/live-pages/live-pages.js';
import { Worker } from '../apps/server/dist/platform/worker.js';
import { assembleOn, incomingOn, someAddress } from './program.mjs';

/**
 * Leads from several senders at once, on whichever database `DATABASE_URL` names. Gives their rate a second, the 99th
 * percentile of their waiting in ms, and how many were lost or doubled.
 */
export async function sendAtOnce(folder, { senders, count }) {
  const { running, database } = await assembleOn(folder);
  await makeDemoWorld(running.app);
  const page = await running.app.get(LivePages).find('quayside-dental', 'first-visit');
  // What follows the answer is the worker's.
  running.app.get(Worker).wake = () => {};
  const send = (name) =>
    running.app.get(HeldService).receiveFrom(
      someAddress(),
      incomingOn(page, {
        name,
        email: `${randomUUID()}@example.com`,
        phone: '(207) 555-0117',
        worry: 'Needles',
      }),
    );
  // The first hundreds are slower: the engine compiles what is used often.
  for (let sent = 0; sent < 400; sent++) await send('Before');
  const waited = [];
  let sent = 0;
  const begun = performance.now();
  const keepSending = async () => {
    while (sent < count) {
      const name = `Lead ${sent++}`;
      const from = performance.now();
      await send(name);
      waited.push(performance.now() - from);
    }
  };
  await Promise.all(Array.from({ length: senders }, keepSending));
  const seconds = (performance.now() - begun) / 1000;
  const { rows } = await database.pool.query(
    `select count(*)::int as all, count(distinct last_name)::int as different from people where first_name = 'Lead'`,
  );
  await running.stop();
  waited.sort((a, b) => a - b);
  return {
    rate: waited.length / seconds,
    p99: waited[Math.floor(waited.length * 0.99)],
    lost: count - rows[0].different,
    doubled: rows[0].all - rows[0].different,
  };
}
