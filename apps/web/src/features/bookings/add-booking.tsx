import { api, type CalendarView } from '@plumgate/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, CallError } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { localOf, momentOf, zoneName } from '../../ui/when.ts';

/** A booking by hand: for whom, in which calendar, when. Nothing typed is lost when the time is taken. */
export function AddBooking({
  calendars,
  zone,
  start,
  onClose,
}: {
  calendars: CalendarView[];
  zone: string;
  start: string;
  onClose: () => void;
}) {
  const [calendarId, setCalendar] = useState<string>(calendars[0]!.id);
  const [time, setTime] = useState(start && localOf(start, zone));
  const [who, setWho] = useState({ name: '', email: '', phone: '' });
  const [failure, setFailure] = useState<unknown>(null);
  const refresh = useRefreshAll();
  const at = (field: string) => (failure instanceof CallError ? failure.at(field) : undefined);
  const add = async () => {
    try {
      await call(api.addBooking, {
        params: { calendarId },
        body: { start: momentOf(time, zone), ...who },
      });
      await refresh();
      toast(`Booked. ${who.name} gets the confirmation.`);
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Add a booking" onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        {calendars.length > 1 && (
          <SelectField
            label="Calendar"
            options={Object.fromEntries(calendars.map((one) => [one.id, one.content.name]))}
            value={calendarId}
            onChange={(event) => setCalendar(event.target.value)}
          />
        )}
        <TextField
          label={`Day and time, ${zoneName(zone)}`}
          type="datetime-local"
          required
          value={time}
          help="Outside of opening hours too, as long as nothing else is there."
          onChange={(event) => setTime(event.target.value)}
        />
        {(['name', 'email', 'phone'] as const).map((field) => (
          <TextField
            key={field}
            label={{ name: 'Name', email: 'Email', phone: 'Phone' }[field]}
            type={{ name: 'text', email: 'email', phone: 'tel' }[field]}
            required={field === 'name'}
            value={who[field]}
            error={at(field)}
            onChange={(event) => setWho({ ...who, [field]: event.target.value })}
          />
        ))}
        <DialogFoot does="Book" off={!time || !who.name} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
