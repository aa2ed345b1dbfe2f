import type { ClientSummary } from '@plumgate/contract';

/** The address of a client's page for whoever works on it: their visits are not counted. */
export function ownVisit(address: string, client: Pick<ClientSummary, 'ownMarker'>): string {
  return `${address}?_own=${client.ownMarker}`;
}
