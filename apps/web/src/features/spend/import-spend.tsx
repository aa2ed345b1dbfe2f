import { api } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { guessSpendColumns, readSpend, spendColumns, type SpendColumn } from '@plumgate/core/spend';
import { parse } from 'papaparse';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { wholeMoney } from '../../ui/whole-money.ts';

const mostProblems = 5;
/** As many as the server takes at once. */
const mostRows = 5000;

/** Reads what ads cost from a report of an ad platform, or from any table: its columns are matched, and looked at first. */
export function ImportSpend({
  clientId,
  currency,
  monthFirst,
  onSaved,
  onClose,
}: {
  clientId: ClientId;
  currency: string;
  /** Whether 11/5 is in November. */
  monthFirst: boolean;
  onSaved: (written: number) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  const [columns, setColumns] = useState<SpendColumn[]>([]);
  const [source, setSource] = useState('');
  const [failure, setFailure] = useState<unknown>(null);
  const [names = [], ...lines] = parse<string[]>(text.trim(), { skipEmptyLines: true }).data;
  const take = (given: string) => {
    setText(given);
    const [first = []] = parse<string[]>(given.trim(), { preview: 1 }).data;
    setColumns(guessSpendColumns(first));
  };
  const { rows, problems } = readSpend(lines, { columns, source, currency, monthFirst });
  const sum = rows.reduce((all, { amount }) => all + amount, 0);
  const rowCount = `${rows.length.toLocaleString('en-US')} ${rows.length === 1 ? 'row' : 'rows'}`;
  const isMatched = columns.includes('day') && columns.includes('amount');
  const isTooLong = rows.length > mostRows;
  return (
    <Dialog title="Import what ads cost" width="w-[640px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          call(api.writeSpend, { params: { clientId }, body: { rows } }).then(
            ({ written }) => onSaved(written),
            setFailure,
          );
        }}
      >
        <div className="grid gap-2">
          <LongField
            label="A table with headings: paste it, or choose a CSV file"
            rows={5}
            value={text}
            onChange={({ target }) => take(target.value)}
          />
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv,text/plain"
            aria-label="A file of spending"
            onChange={({ target }) => void target.files?.[0]?.text().then(take)}
          />
        </div>
        {names.length > 0 && lines.length > 0 && (
          <>
            <div className="grid max-h-56 grid-cols-2 gap-3 overflow-auto max-md:grid-cols-1">
              {names.map((name, index) => (
                <SelectField
                  key={index}
                  label={name || `Column ${index + 1}`}
                  options={spendColumns}
                  value={columns[index] ?? 'skip'}
                  onChange={({ target }) =>
                    setColumns(
                      columns.map((column, at) =>
                        at === index
                          ? (target.value as SpendColumn)
                          : column === target.value
                            ? 'skip'
                            : column,
                      ),
                    )
                  }
                />
              ))}
            </div>
            {!columns.includes('source') && (
              <TextField
                label="Source of all rows"
                help="As Results calls it, such as Search ads"
                maxLength={120}
                value={source}
                onChange={({ target }) => setSource(target.value)}
              />
            )}
            {isMatched ? (
              <p>
                {rowCount}, {wholeMoney(sum, currency)} in all.
                {isTooLong &&
                  ` At most ${mostRows.toLocaleString('en-US')} at once: split the file.`}
              </p>
            ) : (
              <p>Say which column is the day and which the amount.</p>
            )}
            {isMatched && problems.length > 0 && (
              <ul className="grid gap-1 rounded-control bg-honey-tint p-3 text-[13px]">
                {problems.slice(0, mostProblems).map(({ line, problem }) => (
                  <li key={line}>
                    Line {line}: {problem}
                  </li>
                ))}
                {problems.length > mostProblems && (
                  <li>and {problems.length - mostProblems} more lines, which are left out</li>
                )}
              </ul>
            )}
          </>
        )}
        <DialogFoot
          does={rows.length > 0 && isMatched ? `Import ${rowCount}` : 'Import'}
          off={!isMatched || rows.length === 0 || isTooLong}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
