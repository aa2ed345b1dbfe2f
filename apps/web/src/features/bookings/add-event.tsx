import { api } from '@plumgate/contract';
import type { CalendarId } from '@plumgate/core/basics';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Temporal } from 'temporal-polyfill';
import { call } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { zoneName } from '../../ui/when.ts';

/** An evening or a class that people sign up for: its name, its day and how long it lasts. The rest has plain values. */
export function AddEvent({
  client,
  today,
  onAdded,
  onClose,
}: {
  client: { id: string; slug: string; zone: string };
  today: string;
  /** What follows; its own screen where nothing is said. */
  onAdded?: (id: CalendarId) => void;
  onClose: () => void;
}) {
  const inTwoWeeks = Temporal.PlainDate.from(today).add({ weeks: 2 }).toString();
  const [name, setName] = useState('');
  const [start, setStart] = useState(`${inTwoWeeks}T18:30`);
  const [minutes, setMinutes] = useState(90);
  const [failure, setFailure] = useState<unknown>(null);
  const navigate = useNavigate();
  const refresh = useRefreshAll();
  const add = async () => {
    try {
      const made = await call(api.createCalendar, {
        params: { clientId: client.id },
        body: { name, event: { start, minutes } },
      });
      await refresh();
      if (onAdded) onAdded(made.id);
      else await navigate(`/${client.slug}/bookings/calendars/${made.id}`);
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Add an event" onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <TextField
          label="Name"
          required
          maxLength={80}
          value={name}
          help="As pages and messages call it"
          onChange={(event) => setName(event.target.value)}
        />
        <TextField
          label="Begins"
          type="datetime-local"
          required
          value={start}
          help={zoneName(client.zone)}
          onChange={(event) => setStart(event.target.value)}
        />
        <TextField
          label="Length"
          type="number"
          min={5}
          max={1440}
          help="minutes"
          value={minutes}
          onChange={(event) => setMinutes(event.target.valueAsNumber || 0)}
        />
        <DialogFoot does="Add event" off={!name.trim() || !start} {...{ failure, onClose }} />
      </form>
    </Dialog>
  );
}
