import { api, type EditorPage } from '@plumgate/contract';
import { entriesFrom, recordBlocks, type BlockOf, type RecordBlockKind } from '@plumgate/core/page';
import { Link } from 'react-router';
import { useEndpoint } from '../../../api/hooks.ts';
import { Button } from '../../../ui/button.tsx';
import { useSet } from './use-set.ts';

const words = {
  staff: ['person', 'people'],
  services: ['service', 'services'],
  reviews: ['review', 'reviews'],
  photographs: ['photograph', 'photographs'],
  badges: ['badge', 'badges'],
} as const;

/** Puts the client's records into a block, in place of its entries; undo brings those back. */
export function FromRecords({
  block,
  page,
}: {
  block: BlockOf<RecordBlockKind>;
  page: EditorPage;
}) {
  const { client } = page;
  const set = useSet(block.id);
  const { data } = useEndpoint(api.getClientRecords, { params: { clientId: client.id } });
  if (!data) return null;
  const list = recordBlocks[block.kind];
  const items = entriesFrom(data, client.facts)[block.kind];
  const isSame = JSON.stringify(items) === JSON.stringify(block.items);
  const isOnSheet = list === 'photographs' || list === 'badges';
  const way = (
    <Link
      className="font-semibold text-plum-dark hover:underline"
      to={`/${client.slug}/set-up${isOnSheet ? '' : '/records'}`}
    >
      {isOnSheet ? 'the fact sheet' : 'Settings'}
    </Link>
  );
  if (items.length === 0)
    return (
      <p className="text-xs text-muted">
        {client.name} has no {words[list][1]} {isOnSheet ? 'on' : 'under'} {way} yet. Once they are
        there, one press puts them in here.
      </p>
    );
  return (
    <div className="grid justify-items-start gap-1">
      <Button disabled={isSame} onClick={() => set({ items })}>
        Use the client’s {items.length} {words[list][items.length === 1 ? 0 : 1]}
      </Button>
      <p className="text-xs text-muted">
        {isSame
          ? 'These are the client’s own, from'
          : 'They take the place of the entries below. They come from'}{' '}
        {way}.
      </p>
    </div>
  );
}
