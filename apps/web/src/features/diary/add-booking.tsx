import { api, type CalendarView } from '@plumgate/contract';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, CallError, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { localOf, momentOf } from '../../ui/when.ts';

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
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 w-[420px] max-w-[calc(100vw-32px)] -translate-1/2 rounded-card border border-line bg-sheet p-5"
        >
          <Dialog.Title className="mb-4 text-xl">Add a booking</Dialog.Title>
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
              label={`Day and time in ${zone}`}
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
            {failure !== null && (
              <p role="alert" className="font-semibold text-brick">
                {messageOf(failure)}
              </p>
            )}
            <div className="flex justify-end gap-2">
              <Button onClick={onClose}>Leave it</Button>
              <Button look="main" type="submit" disabled={!time || !who.name}>
                Book it
              </Button>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
