import { api, type StaffTimesView } from '@plumgate/contract';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { useSave } from '../../ui/use-save.ts';
import { whenText } from '../../ui/when.ts';

/** Somebody's own calendars, from which it is read when they are busy. */
export function BusyFeeds({ member, zone }: { member: StaffTimesView; zone: string }) {
  const act = useAct();
  const [address, setAddress] = useState('');
  const { save, error } = useSave(() => setAddress(''));
  const remove = (id: string) =>
    act(async () => {
      await call(api.removeBusyFeed, { params: { busyFeedId: id } });
      return { said: 'That calendar is read no more.' };
    });
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Busy elsewhere</h2>
      <p className="text-muted">
        Their own calendar is read every five minutes, and nobody is booked while it says they are
        busy. Only the times are kept, not what they are for.
      </p>
      <ul className="grid gap-1">
        {member.feeds.map((feed) => (
          <li
            key={feed.id}
            className="flex items-start gap-2 rounded-control border border-line bg-sheet py-1 pr-1 pl-3"
          >
            <span className="min-w-0 flex-1 py-1">
              <span className="break-words">{feed.host}</span>
              <span className="block text-xs text-muted">
                {feed.readAt ? `Read ${whenText(feed.readAt, zone)}` : 'Not read yet'}
              </span>
              {feed.problem && (
                <span className="block text-xs font-semibold text-brick">
                  Could not be read since: {feed.problem} What it said before still holds.
                </span>
              )}
            </span>
            <IconButton label={`Remove ${feed.host}`} onClick={() => void remove(feed.id)}>
              <Trash2 />
            </IconButton>
          </li>
        ))}
      </ul>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          save(async () => {
            const { busy } = await call(api.addBusyFeed, {
              params: { staffId: member.id },
              body: { address },
            });
            toast(busy === 1 ? 'Read: one busy time ahead.' : `Read: ${busy} busy times ahead.`);
          });
        }}
      >
        <div className="min-w-0 flex-1">
          <TextField
            label="Address of a calendar"
            value={address}
            placeholder="https://"
            help="Its private iCal address, which ends in .ics"
            error={error}
            onChange={(event) => setAddress(event.target.value)}
          />
        </div>
        <Button type="submit" disabled={!address.trim()} className="mb-5">
          Read it
        </Button>
      </form>
    </section>
  );
}
