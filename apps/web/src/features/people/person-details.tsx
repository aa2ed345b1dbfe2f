import { api, type PersonRecord } from '@plumgate/contract';
import { unitsText, moneyWords } from '@plumgate/core/basics';
import { personDetails, type PersonDetail } from '@plumgate/core/people';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { whenText } from '../../ui/when.ts';
import { useSave } from '../../ui/use-save.ts';

/** Who somebody is and how to reach them; each is changed where it stands. */
export function PersonDetails({ person, zone }: { person: PersonRecord; zone: string }) {
  const currency = useClient()?.currency ?? 'USD';
  const [open, setOpen] = useState<PersonDetail | null>(null);
  return (
    <ul
      aria-label="Who they are"
      className="grid gap-px overflow-hidden rounded-control border border-line bg-line"
    >
      {(Object.keys(personDetails) as PersonDetail[]).map((detail) => (
        <li key={detail} className="bg-sheet">
          {open === detail ? (
            <EditDetail
              {...{ person, detail, zone }}
              was={typedOf(person, detail, currency)}
              onClose={() => setOpen(null)}
            />
          ) : (
            <button
              type="button"
              className="grid w-full grid-cols-[2fr_3fr] gap-3 px-3 py-1.5 text-left hover:bg-paper"
              onClick={() => setOpen(detail)}
            >
              <span className="text-xs leading-5 text-muted">{personDetails[detail].label}</span>
              <span className="break-words">
                {shownOf(person, detail, currency) || <span className="text-muted">Not known</span>}
              </span>
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** A detail as it is typed, which is how the server compares it with what is there. */
function typedOf(person: PersonRecord, detail: PersonDetail, currency: string): string {
  if (detail !== 'value') return person[detail];
  return person.value === null ? '' : unitsText({ amount: person.value, currency });
}

const shownOf = (person: PersonRecord, detail: PersonDetail, currency: string): string =>
  detail === 'value' && person.value !== null
    ? moneyWords({ amount: person.value, currency }, 'en-US')
    : typedOf(person, detail, currency);

function EditDetail({
  person,
  detail,
  was,
  zone,
  onClose,
}: {
  person: PersonRecord;
  zone: string;
  detail: PersonDetail;
  was: string;
  onClose: () => void;
}) {
  // What was there as it was opened, also when somebody else changes it meanwhile.
  const [seen] = useState(was);
  const [typed, setTyped] = useState(was);
  const { save, error } = useSave(onClose);
  const { label, longest } = personDetails[detail];
  const edits = person.edits.filter(({ what }) => what === label).slice(0, 8);
  return (
    <form
      className="grid gap-2 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        const params = { personId: person.id, detail };
        save(() => call(api.setPersonDetail, { params, body: { was: seen, typed } }));
      }}
    >
      <TextField
        label={label}
        autoFocus
        maxLength={longest}
        inputMode={detail === 'value' ? 'decimal' : detail === 'phone' ? 'tel' : undefined}
        value={typed}
        error={error}
        onChange={(event) => setTyped(event.target.value)}
      />
      {edits.length > 0 && (
        <ul className="grid gap-1 text-xs text-muted" aria-label={`${label} before`}>
          {edits.map(({ to, by, at }) => (
            <li key={at} className="break-words">
              {whenText(at, zone)}: {to || 'emptied'}, by {by}
            </li>
          ))}
        </ul>
      )}
      <div className="flex gap-2">
        <Button look="main" type="submit">
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
