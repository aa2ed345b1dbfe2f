import { api, roleMay, type ClientSummary } from '@plumgate/contract';
import { CallNumbers as Numbers, type CallNumber } from '@plumgate/core/calls';
import { Plus, Trash2 } from 'lucide-react';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { useRefreshAll, useSession } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { InlineField } from '../../ui/field.tsx';
import { FailureLine } from '../../ui/states.tsx';

/** The phone numbers by source: what visitors from it see on pages, and what calls to it come from. */
export function CallNumbers({
  client,
  numbers: saved,
  sources,
}: {
  client: ClientSummary;
  numbers: CallNumber[];
  /** The sources that there are, to be offered. */
  sources: readonly string[];
}) {
  const role = useSession().data?.user.role;
  const refresh = useRefreshAll();
  const [numbers, setNumbers] = useState(saved);
  const [failure, setFailure] = useState<unknown>(null);
  const offered = useId();
  const mayChange = role !== undefined && roleMay(role, 'funnels.write');
  const isChanged = JSON.stringify(numbers) !== JSON.stringify(saved);
  const isWhole = numbers.every(({ source, phone }) => source.trim() && phone.trim());
  const problem = isWhole ? Numbers.safeParse(numbers).error?.issues[0]?.message : undefined;
  if (!mayChange && saved.length === 0) return null;
  const change = (next: CallNumber[]) => {
    setNumbers(next);
    setFailure(null);
  };
  const save = async () => {
    try {
      await call(api.saveCallNumbers, { params: { clientId: client.id }, body: { numbers } });
      await refresh();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <section
      aria-labelledby="call-numbers"
      className="grid gap-3 rounded-card border border-line bg-sheet p-4"
    >
      <div>
        <h2 id="call-numbers" className="text-lg">
          Phone numbers by source
        </h2>
        <p className="text-muted">
          Visitors from a source see its number on every page instead of the one on the fact sheet,
          at once. An{' '}
          <Link
            className="font-semibold text-plum-dark underline"
            to={`/${client.slug}/people/import?of=calls`}
          >
            imported call
          </Link>{' '}
          to it comes from that source.
        </p>
      </div>
      <datalist id={offered}>
        {sources.map((source) => (
          <option key={source} value={source} />
        ))}
      </datalist>
      <ul className="grid gap-2">
        {numbers.map((one, index) => (
          <li key={index} className="flex items-center gap-2 max-md:flex-wrap">
            <fieldset disabled={!mayChange} className="contents">
              <span className="text-muted">Visitors from</span>
              <InlineField
                label={`Number ${index + 1}: the source`}
                className="w-36 grow"
                placeholder="Search ads"
                maxLength={60}
                list={offered}
                value={one.source}
                onChange={(source) => change(numbers.with(index, { ...one, source }))}
              />
              <span className="text-muted">see</span>
              <InlineField
                label={`Number ${index + 1}`}
                className="w-40 grow"
                placeholder="(207) 555-0161"
                maxLength={40}
                inputMode="tel"
                value={one.phone}
                onChange={(phone) => change(numbers.with(index, { ...one, phone }))}
              />
            </fieldset>
            {mayChange && (
              <IconButton
                label={`Remove number ${index + 1}`}
                onClick={() => change(numbers.toSpliced(index, 1))}
              >
                <Trash2 />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      {mayChange && (
        <div className="flex flex-wrap items-center gap-2">
          <Button onClick={() => change([...numbers, { source: '', phone: '' }])}>
            <Plus className="size-4" /> Add a number
          </Button>
          {isChanged && (
            <span className="ml-auto flex gap-2">
              <Button onClick={() => change(saved)}>Discard changes</Button>
              <Button
                look="main"
                disabled={!isWhole || problem !== undefined}
                onClick={() => void save()}
              >
                Save
              </Button>
            </span>
          )}
        </div>
      )}
      {problem && (
        <p role="alert" className="font-semibold text-brick">
          {problem}
        </p>
      )}
      <FailureLine failure={failure} />
    </section>
  );
}
