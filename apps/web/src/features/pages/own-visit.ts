import type { ClientSummary } from '@plumgate/contract';

/** The address of a client's page as the app links to it: visits by people who work on the page are not counted. */
export function ownVisit(address: string, client: Pick<ClientSummary, 'ownMarker'>): string {
  return `${address}?_own=${client.ownMarker}`;
}
