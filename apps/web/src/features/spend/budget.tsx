import { api } from '@plumgate/contract';
import { readMoney, type Cents, type ClientId } from '@plumgate/core/basics';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { typedMoney } from '../../ui/whole-money.ts';

/** Sets what is to be spent on ads in a month at most; an empty field is no budget. */
export function Budget({
  clientId,
  currency,
  monthly,
  onSaved,
}: {
  clientId: ClientId;
  currency: string;
  monthly: number | null;
  onSaved: () => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const money = readMoney(text, currency);
  const isEmpty = text.trim() === '';
  const open = () => {
    setText(typedMoney(monthly, currency));
    setOpen(true);
  };
  return (
    <>
      <Button look="quiet" size="small" onClick={open}>
        {monthly === null ? 'Set a monthly budget' : 'Change the budget'}
      </Button>
      {isOpen && (
        <Dialog title="Monthly budget" onClose={() => setOpen(false)}>
          <form
            className="grid gap-4"
            onSubmit={(event) => {
              event.preventDefault();
              const amount = money.ok ? (money.value.amount as Cents) : null;
              call(api.setAdBudget, { params: { clientId }, body: { monthly: amount } }).then(
                () => {
                  setOpen(false);
                  onSaved();
                },
                setFailure,
              );
            }}
          >
            <TextField
              label={`For ads, each month, in ${currency}`}
              help="Empty for none"
              inputMode="decimal"
              autoFocus
              value={text}
              error={!isEmpty && !money.ok ? money.problem : undefined}
              onChange={({ target }) => setText(target.value)}
            />
            <DialogFoot
              does="Save"
              off={!isEmpty && !(money.ok && money.value.amount > 0)}
              failure={failure}
              onClose={() => setOpen(false)}
            />
          </form>
        </Dialog>
      )}
    </>
  );
}
