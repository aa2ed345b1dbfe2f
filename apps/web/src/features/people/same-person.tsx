import { api, type PersonRecord } from '@plumgate/contract';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';

/** Other records that may be this person, and what was made a part of this one and can still be parted. */
export function SamePerson({
  person: { id, doubles, merges },
  zone,
  listAddress,
}: {
  person: PersonRecord;
  zone: string;
  listAddress: string;
}) {
  const act = useAct();
  if (doubles.length === 0 && merges.length === 0) return null;
  return (
    <section
      aria-label="Same person"
      className="grid gap-2 rounded-card border border-line bg-paper px-4 py-3"
    >
      {doubles.length > 0 && (
        <p className="break-words">
          May be the same person as {doubles.map(({ name }) => name).join(', ')}.{' '}
          <Link
            className="font-semibold text-plum-dark hover:underline"
            to={`${listAddress}/doubles?of=${id}`}
          >
            Compare
          </Link>
        </p>
      )}
      {merges.map((merge) => (
        <div key={merge.id} className="flex items-center gap-2">
          <p className="min-w-0 flex-1 break-words">
            Merged with {merge.with}
            <span className="block text-xs text-muted">
              {whenText(merge.at, zone)}, by {merge.by}. Can be undone until{' '}
              {whenText(merge.until, zone)}.
            </span>
          </p>
          <Button
            onClick={() =>
              void act(async () => {
                await call(api.undoMerge, { params: { mergeId: merge.id } });
                return { said: `${merge.with} has a record of their own again.` };
              })
            }
          >
            Undo
          </Button>
        </div>
      ))}
    </section>
  );
}
