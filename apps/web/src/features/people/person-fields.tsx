import { api, type PersonField, type PersonRecord } from '@plumgate/contract';
import { fieldTypes } from '@plumgate/core/people';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { useSave } from '../../ui/use-save.ts';
import { whenText } from '../../ui/when.ts';

/** What the client's own fields say of a person; each is changed where it stands. */
export function PersonFields({ person, zone }: { person: PersonRecord; zone: string }) {
  const [all, setAll] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const known = person.fields.filter(({ words }) => words !== '');
  const shown = all ? person.fields : known;
  if (person.fields.length === 0) return null;
  const empty = person.fields.length - known.length;
  return (
    <section aria-labelledby="own-fields">
      <h3 id="own-fields" className="mb-2">
        Details
      </h3>
      <ul className="grid gap-px overflow-hidden rounded-control border border-line bg-line empty:hidden">
        {shown.map((field) => (
          <li key={field.key} className="bg-sheet">
            {open === field.key ? (
              <EditField
                personId={person.id}
                field={field}
                zone={zone}
                onClose={() => setOpen(null)}
              />
            ) : (
              <button
                type="button"
                className="grid w-full grid-cols-[2fr_3fr] gap-3 px-3 py-1.5 text-left hover:bg-paper"
                onClick={() => setOpen(field.key)}
              >
                <span className="text-xs leading-5 text-muted break-words">{field.name}</span>
                <span className="break-words whitespace-pre-line">
                  {field.words || <span className="text-muted">Not known</span>}
                </span>
              </button>
            )}
          </li>
        ))}
      </ul>
      {empty > 0 && (
        <button
          type="button"
          className="mt-1 text-xs font-semibold text-plum-dark hover:underline"
          onClick={() => setAll(!all)}
        >
          {all ? 'Show only what is known' : notKnown(empty, known.length > 0)}
        </button>
      )}
    </section>
  );
}

const notKnown = (count: number, isMore: boolean): string =>
  isMore
    ? `Show ${count} more, not known yet`
    : `Show ${count} ${count === 1 ? 'field' : 'fields'}, not known yet`;

function EditField({
  personId,
  field,
  zone,
  onClose,
}: {
  personId: string;
  field: PersonField;
  zone: string;
  onClose: () => void;
}) {
  const [typed, setTyped] = useState(field.typed);
  const { save, error } = useSave(onClose);
  return (
    <form
      className="grid gap-2 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        const params = { personId, key: field.key };
        save(() => call(api.setPersonField, { params, body: { typed } }));
      }}
    >
      <FieldInput field={field} typed={typed} error={error} onChange={setTyped} />
      <div className="flex gap-2">
        <Button look="main" type="submit">
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
      {field.history.length > 0 && (
        <ol className="grid gap-1 text-xs text-muted">
          {field.history.slice(0, 8).map(({ words, at, by, isAnswer }) => (
            <li key={at + words} className="break-words">
              {words || 'emptied'} · {whenText(at, zone)}, {isAnswer ? `on ${by}` : `by ${by}`}
            </li>
          ))}
        </ol>
      )}
    </form>
  );
}

/** The control for a field of its type; what is chosen is typed as its words. */
function FieldInput({
  field: { name, type, options },
  typed,
  error,
  onChange,
}: {
  field: PersonField;
  typed: string;
  error: string | undefined;
  onChange: (typed: string) => void;
}) {
  const set = (event: { target: { value: string } }) => onChange(event.target.value);
  const common = { label: name, value: typed, error, onChange: set, autoFocus: true };
  switch (type) {
    case 'choice':
      return (
        <SelectField
          {...common}
          options={{ '': 'Not known', ...Object.fromEntries(options.map((one) => [one, one])) }}
        />
      );
    case 'yes-no':
      return <SelectField {...common} options={{ '': 'Not known', yes: 'Yes', no: 'No' }} />;
    case 'choices':
      return <LongField {...common} help={`One per line, of ${options.join(', ')}.`} />;
    case 'long-text':
      return <LongField {...common} maxLength={4000} />;
    case 'date':
      return <TextField {...common} type="date" />;
    default:
      return (
        <TextField
          {...common}
          inputMode={type === 'number' || type === 'money' ? 'decimal' : undefined}
          placeholder={fieldTypes[type].label}
        />
      );
  }
}
