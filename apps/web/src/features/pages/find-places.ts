import { api, type ClientSheet } from '@plumgate/contract';
import { clientFields, type Place } from '@plumgate/core/clients';
import { fillOrKeep } from '@plumgate/core/messages';
import { blocksOf, turnBlocks, type Draft } from '@plumgate/core/page';
import { call } from '../../api/call.ts';

/**
 * A draft with its maps found by their addresses; one that can't be found now is left for its settings to find. The
 * client is asked for only where there is something to find.
 */
export async function withMapsFound(
  draft: Draft,
  client: () => ClientSheet | Promise<ClientSheet>,
): Promise<Draft> {
  const lost = blocksOf(draft.page)
    .filter((block) => block.kind === 'map')
    .filter(({ address, place }) => address.trim() !== '' && !place);
  if (lost.length === 0) return draft;
  const { name, facts } = await client();
  const found = new Map<string, Place | null>();
  for (const block of lost) {
    const address = fillOrKeep(block.address, { client: clientFields(name, facts) });
    const answer = await call(api.findPlace, { body: { address } }).catch(() => null);
    found.set(block.id, answer?.place ?? null);
  }
  const bands = turnBlocks(draft.page.bands, (block) =>
    block.kind === 'map' && found.has(block.id) ? { ...block, place: found.get(block.id)! } : block,
  );
  return { ...draft, page: { ...draft.page, bands } };
}
