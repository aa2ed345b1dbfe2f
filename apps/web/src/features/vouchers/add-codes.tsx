import { api, type VoucherPoolView } from '@plumgate/contract';
import { mostCodes, type CodeFormat } from '@plumgate/core/vouchers';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Choice, LongField, TextField, Tick } from '../../ui/field.tsx';
import { codesIn } from './codes-in.ts';

/** Adds codes to vouchers: new ones, or a list of the client's own. */
export function AddCodes({ pool, onClose }: { pool: VoucherPoolView; onClose: () => void }) {
  const [way, setWay] = useState<'make' | 'list'>('make');
  const [count, setCount] = useState(500);
  const [format, setFormat] = useState<CodeFormat>({
    alphabet: 'letters',
    length: 8,
    isChecked: true,
  });
  const [text, setText] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const refresh = useRefreshAll();
  const list = codesIn(text);
  const most = mostCodes(format);
  const problem =
    way === 'make' && count > most
      ? `Codes of this length are enough for ${most.toLocaleString('en-US')}. Make them longer.`
      : undefined;
  const add = async () => {
    const { added } = await call(api.addVoucherCodes, {
      params: { voucherPoolId: pool.id },
      body: way === 'make' ? { make: { count, format } } : { list },
    });
    await refresh();
    toast(`${added.toLocaleString('en-US')} ${added === 1 ? 'code was' : 'codes were'} added.`);
    onClose();
  };
  return (
    <Dialog title={`Add codes to ${pool.content.name}`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          add().catch(setFailure);
        }}
      >
        <Choice
          label="Codes"
          value={way}
          options={{ make: 'Make new ones', list: 'Use a list' }}
          onChange={setWay}
        />
        {way === 'make' ? (
          <>
            <div className="grid grid-cols-2 gap-3">
              <TextField
                label="How many"
                type="number"
                min={1}
                max={100_000}
                value={count}
                error={problem}
                onChange={({ target }) => setCount(target.valueAsNumber || 0)}
              />
              <TextField
                label="Length"
                type="number"
                min={6}
                max={20}
                value={format.length}
                onChange={({ target }) =>
                  setFormat({ ...format, length: target.valueAsNumber || 0 })
                }
              />
            </div>
            <Choice
              label="Made of"
              value={format.alphabet}
              options={{ letters: 'Letters and digits', digits: 'Digits' }}
              onChange={(alphabet) => setFormat({ ...format, alphabet })}
            />
            <Tick
              label="With a check digit"
              help="A mistyped code is noticed at once. Nothing that looks alike is used, such as O and 0."
              checked={format.isChecked}
              onChange={(isChecked) => setFormat({ ...format, isChecked })}
            />
          </>
        ) : (
          <>
            <LongField
              label="One code in a line"
              rows={8}
              value={text}
              help={`${list.length.toLocaleString('en-US')} ${list.length === 1 ? 'code' : 'codes'}; of a table the first column is read`}
              onChange={({ target }) => setText(target.value)}
            />
            <input
              type="file"
              accept=".csv,.txt,text/csv,text/plain"
              aria-label="A file with codes"
              onChange={({ target }) => void target.files?.[0]?.text().then(setText)}
            />
          </>
        )}
        <DialogFoot
          does="Add"
          off={way === 'make' ? count < 1 || problem !== undefined : list.length === 0}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
