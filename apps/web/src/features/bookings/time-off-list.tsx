import { api, type StaffTimesView } from '@plumgate/contract';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayText, momentOf, timeText, whenText } from '../../ui/when.ts';

/** When somebody takes no bookings: a dentist at a course, a builder on a roof. */
export function TimeOffList({ member, zone }: { member: StaffTimesView; zone: string }) {
  const act = useAct();
  const [from, setFrom] = useState('');
  const [until, setUntil] = useState('');
  const [note, setNote] = useState('');
  const add = () =>
    act(async () => {
      await call(api.addTimeOff, {
        params: { staffId: member.id },
        body: { from: momentOf(from, zone), until: momentOf(until, zone), note },
      });
      setFrom('');
      setUntil('');
      setNote('');
      return { said: 'No new bookings in that time. Bookings that are made stay.' };
    });
  const remove = (one: StaffTimesView['timeOff'][number]) =>
    act(async () => {
      await call(api.removeTimeOff, { params: { timeOffId: one.id } });
      return {
        said: 'Open for bookings again.',
        undo: () =>
          call(api.addTimeOff, {
            params: { staffId: member.id },
            body: { from: one.from, until: one.until, note: one.note },
          }),
      };
    });
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Time off</h2>
      {member.timeOff.length === 0 && <p className="text-muted">None ahead.</p>}
      <ul className="grid gap-1">
        {member.timeOff.map((one) => (
          <li
            key={one.id}
            className="flex items-center gap-2 rounded-control border border-line bg-sheet py-1 pr-1 pl-3"
          >
            <span className="min-w-0 flex-1">
              {stretchText(one, zone)}
              {one.note && <span className="text-muted"> · {one.note}</span>}
            </span>
            <IconButton label={`Remove ${stretchText(one, zone)}`} onClick={() => void remove(one)}>
              <Trash2 />
            </IconButton>
          </li>
        ))}
      </ul>
      <form
        className="grid gap-2 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <TextField
          label="From"
          type="datetime-local"
          value={from}
          required
          onChange={(event) => setFrom(event.target.value)}
        />
        <TextField
          label="Until"
          type="datetime-local"
          value={until}
          min={from}
          required
          onChange={(event) => setUntil(event.target.value)}
        />
        <div className="sm:col-span-2">
          <TextField
            label="Note"
            value={note}
            maxLength={120}
            onChange={(event) => setNote(event.target.value)}
          />
        </div>
        <div>
          <Button type="submit" disabled={!from || !until}>
            Add time off
          </Button>
        </div>
      </form>
    </section>
  );
}

/** `Thu, Nov 5, 9:00 AM to 11:00 AM`, with the second day where there are two. */
function stretchText({ from, until }: { from: string; until: string }, zone: string): string {
  const end =
    dayText(from, zone) === dayText(until, zone) ? timeText(until, zone) : whenText(until, zone);
  return `${whenText(from, zone)} to ${end}`;
}
