import { api } from '@plumgate/contract';
import { readMoney, type Cents, type ClientId } from '@plumgate/core/basics';
import { useId, useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';

/** Writes down what ads cost on a day. */
export function AddSpend({
  clientId,
  currency,
  today,
  sources,
  onSaved,
  onClose,
}: {
  clientId: ClientId;
  currency: string;
  today: string;
  /** Those that are known, to choose from. */
  sources: string[];
  onSaved: () => void;
  onClose: () => void;
}) {
  const [row, setRow] = useState({ day: today, source: '', campaign: '', amount: '' });
  const [failure, setFailure] = useState<unknown>(null);
  const list = useId();
  const money = readMoney(row.amount, currency);
  const set = (field: keyof typeof row) => (event: { target: { value: string } }) =>
    setRow({ ...row, [field]: event.target.value });
  return (
    <Dialog title="What ads cost" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (!money.ok) return;
          const amount = money.value.amount as Cents;
          call(api.writeSpend, {
            params: { clientId },
            body: { rows: [{ ...row, amount }] },
          }).then(onSaved, setFailure);
        }}
      >
        <TextField label="Day" type="date" value={row.day} max={today} onChange={set('day')} />
        <TextField
          label="Source"
          help="As Results calls it, so that it stands beside what it brought"
          list={list}
          maxLength={120}
          value={row.source}
          onChange={set('source')}
        />
        <datalist id={list}>
          {sources.map((source) => (
            <option key={source} value={source} />
          ))}
        </datalist>
        <TextField
          label="Campaign"
          help="As the links of the ads call it; empty for the source as a whole"
          maxLength={200}
          value={row.campaign}
          onChange={set('campaign')}
        />
        <TextField
          label={`Amount in ${currency}`}
          inputMode="decimal"
          value={row.amount}
          error={row.amount && !money.ok ? money.problem : undefined}
          help="What was written for the same day, source and campaign is replaced"
          onChange={set('amount')}
        />
        <DialogFoot
          does="Save"
          off={!row.day || !row.source.trim() || !money.ok}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
