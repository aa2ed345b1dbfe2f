import { api } from '@plumgate/contract';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { useAct } from '../../ui/use-act.ts';
import { dateText } from '../../ui/when.ts';

/** Whose bookings a private address gives out. */
type FeedOf = { calendarId: string } | { staffId: string };

/** A private address that calendar programs subscribe to. It is shown once, as it is made. */
export function FeedAddress({ of, zone }: { of: FeedOf; zone: string }) {
  const act = useAct();
  const [address, setAddress] = useState<string | null>(null);
  const isCalendar = 'calendarId' in of;
  const ofCalendar = useEndpoint(
    api.getCalendarFeed,
    { params: { calendarId: isCalendar ? of.calendarId : '' } },
    { enabled: isCalendar },
  );
  const ofStaff = useEndpoint(
    api.getStaffFeed,
    { params: { staffId: isCalendar ? '' : of.staffId } },
    { enabled: !isCalendar },
  );
  const state = (isCalendar ? ofCalendar : ofStaff).data;
  if (!state) return null;
  const make = () =>
    act(async () => {
      const made = await (isCalendar
        ? call(api.makeCalendarFeed, { params: of })
        : call(api.makeStaffFeed, { params: of }));
      setAddress(made.address);
      return { said: 'The address is ready. Copy it now: it is not shown again.' };
    });
  const withdraw = () =>
    act(async () => {
      await (isCalendar
        ? call(api.withdrawCalendarFeed, { params: of })
        : call(api.withdrawStaffFeed, { params: of }));
      setAddress(null);
      return { said: 'The address no longer works.' };
    });
  return (
    <div className="grid gap-2">
      <p className="text-muted">
        {state.madeAt
          ? `There is an address since ${dateText(state.madeAt, zone)}. Anybody who has it sees the bookings, with names and phones.`
          : 'An address that a calendar program subscribes to, so that bookings show there by themselves.'}
      </p>
      {address && (
        <div className="flex gap-2">
          <input
            readOnly
            aria-label="Private address"
            className="h-9 min-w-0 flex-1 rounded-control border border-strong-line bg-paper px-3 text-[13px]"
            value={address}
            onFocus={(event) => event.target.select()}
          />
          <Button onClick={() => void copyText(address)}>Copy</Button>
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => void make()}>
          {state.madeAt ? 'Make a new address' : 'Make an address'}
        </Button>
        {state.madeAt && (
          <Button look="quiet" onClick={() => void withdraw()}>
            Stop it
          </Button>
        )}
      </div>
      {state.madeAt && !address && (
        <p className="text-xs text-muted">A new address stops the one of before.</p>
      )}
    </div>
  );
}
