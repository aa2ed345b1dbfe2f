import { api, type BookingView } from '@plumgate/contract';
import { moneyWords, readMoney } from '@plumgate/core/basics';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';

/** A deposit that was taken at the desk or by phone: noted here, asked for nowhere. */
export function DepositNote({ booking }: { booking: BookingView }) {
  const client = useClient();
  const sheet = useEndpoint(
    api.getClient,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  ).data;
  const act = useAct();
  const [open, setOpen] = useState(false);
  const [amount, setAmount] = useState('');
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState<string>();
  if (!sheet) return null;
  const { currency, locale } = sheet.facts;
  const { deposit } = booking;
  const keep = (changed: BookingView['deposit'], said: string) =>
    act(async () => {
      const params = { bookingId: booking.id };
      await call(api.noteDeposit, { params, body: { deposit: changed } });
      setOpen(false);
      return {
        said,
        undo: () => call(api.noteDeposit, { params, body: { deposit } }),
      };
    });
  const add = () => {
    const read = readMoney(amount, currency);
    if (!read.ok) return setWrong(read.problem);
    setWrong(undefined);
    void keep({ amount: read.value.amount, note }, 'Deposit noted.');
  };
  return (
    <section className="mt-4 grid gap-2">
      {deposit ? (
        <p>
          Deposit: <b className="tabular-nums">{moneyWords({ ...deposit, currency }, locale)}</b>
          {deposit.note && <span className="text-muted"> · {deposit.note}</span>}{' '}
          <Button look="quiet" size="small" onClick={() => void keep(null, 'Deposit removed.')}>
            Remove
          </Button>
        </p>
      ) : open ? (
        <form
          className="grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <TextField
            label={`Deposit received, ${currency}`}
            inputMode="decimal"
            autoFocus
            value={amount}
            error={wrong}
            onChange={(event) => setAmount(event.target.value)}
          />
          <TextField
            label="How it was paid"
            value={note}
            maxLength={120}
            onChange={(event) => setNote(event.target.value)}
          />
          <div className="flex gap-2">
            <Button look="main" type="submit" disabled={!amount.trim()}>
              Note it
            </Button>
            <Button onClick={() => setOpen(false)}>Cancel</Button>
          </div>
        </form>
      ) : (
        booking.state !== 'cancelled' && (
          <div>
            <Button look="quiet" size="small" onClick={() => setOpen(true)}>
              Note a deposit
            </Button>
          </div>
        )
      )}
    </section>
  );
}
