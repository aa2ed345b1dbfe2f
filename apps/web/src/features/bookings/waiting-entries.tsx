import { api, type CalendarView, type WaitingView } from '@plumgate/contract';
import { Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { IconButton } from '../../ui/button.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';

/** Who waits for a seat of a calendar, and who has one held. */
export function WaitingEntries({
  calendar: { id, content },
  slug,
}: {
  calendar: Pick<CalendarView, 'id' | 'content'>;
  slug: string;
}) {
  const { data } = useEndpoint(
    api.listWaitingEntries,
    { params: { calendarId: id } },
    { enabled: content.waiting !== null },
  );
  const act = useAct();
  const { zone } = content.rules;
  if (!content.waiting || !data) return null;
  const remove = ({ id: waitingEntryId, person, offered, wants, staff, place }: WaitingView) =>
    act(async () => {
      await call(api.removeWaitingEntry, { params: { waitingEntryId } });
      return {
        said: offered
          ? `${person.name} is off the list; the seat goes to the next.`
          : `${person.name} is off the list.`,
        undo: () =>
          call(api.addWaitingEntry, {
            params: { calendarId: id },
            body: { personId: person.id, wants, staff: staff?.id, place: place?.id },
          }),
      };
    });
  return (
    <section className="grid gap-2">
      <h2 className="text-lg">Waiting list</h2>
      {data.waiting.length === 0 && (
        <p className="text-muted">
          Nobody waits. Where no seat is left, pages offer a place on this list; a seat that comes
          free is held for the first for {content.waiting.hours} hours.
        </p>
      )}
      <ol className="grid gap-1">
        {data.waiting.map((one) => (
          <li
            key={one.id}
            className="flex items-center gap-2 rounded-control border border-line bg-sheet py-1 pr-1 pl-3"
          >
            <span className="min-w-0 flex-1">
              <Link
                className="font-medium break-words hover:underline"
                to={`/${slug}/people/${one.person.id}`}
              >
                {one.person.name}
              </Link>
              <span className={`block text-xs ${one.offered ? 'text-honey' : 'text-muted'}`}>
                {one.offered
                  ? `${whenText(one.offered.start, zone)} is held until ${whenText(one.offered.until, zone)}`
                  : `Waits for ${wishText(one, zone)}, since ${whenText(one.since, zone)}`}
              </span>
            </span>
            <IconButton
              label={`Take ${one.person.name} off the list`}
              onClick={() => void remove(one)}
            >
              <Trash2 />
            </IconButton>
          </li>
        ))}
      </ol>
    </section>
  );
}

const wishText = ({ wants, staff, place }: WaitingView, zone: string): string =>
  [wants ? whenText(wants, zone) : 'any time', staff && `with ${staff.name}`, place?.name]
    .filter(Boolean)
    .join(', ');
