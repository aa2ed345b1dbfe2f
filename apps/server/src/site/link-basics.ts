import type { ClientRow } from '../records/clients/table.ts';

/** What every page behind a link in a message shows of its client. */
export const linkBasics = (client: ClientRow) => ({
  clientName: client.name,
  phone: client.facts.phone,
  country: client.facts.country,
  brand: client.brand,
  assets: '/~',
});
