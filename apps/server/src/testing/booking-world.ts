import type { StaffId } from '@plumgate/core/basics';
import { asc, eq } from 'drizzle-orm';
import { staff } from '../records/clients/record-tables.ts';
import { postRoom } from '../records/messages/table.ts';
import type { Bookable, TestApp, World } from './test-app.ts';

/** The owner of the agency asks. */
export const asOwner =
  (app: () => TestApp) => (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
    app().api(method, url, body, 'owner@example.com');

/** What has arrived at an address, the oldest first. */
export const mailTo = (app: TestApp, address: string) =>
  app.database.db
    .select()
    .from(postRoom)
    .where(eq(postRoom.to, address))
    .orderBy(asc(postRoom.receivedAt));

export const addressOf = (name: string): string => `${name.toLowerCase()}@example.com`;

/** Sends the form of a booking step as a visitor; `slot` is what its field of times sends. */
export const sendBooking = (
  app: TestApp,
  step: Bookable,
  name: string,
  slot: string,
  more: Record<string, string> = {},
) =>
  app.site('POST', step.path, {
    form: {
      ...{ _form: step.formBlock, _once: `${name} ${slot}`, _slot: slot },
      ...{ name, email: addressOf(name), phone: '' },
      ...more,
    },
  });

/** Puts people on the staff of the world's client, in this order; gives their ids. */
export async function addStaff(app: TestApp, world: World, names: string[]): Promise<StaffId[]> {
  const rows = names.map((name, position) => ({
    ...{ id: crypto.randomUUID() as StaffId, clientId: world.client.id as never, position },
    ...{ name, role: 'Dentist', about: '', picture: null as never },
  }));
  await app.database.db.insert(staff).values(rows);
  return rows.map(({ id }) => id);
}
