import { api, roleMay, type ClientSummary, type DoubleView } from '@plumgate/contract';
import { matchingModes, type Matching } from '@plumgate/core/people';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayText } from '../../ui/when.ts';
import { nameOf } from './name-of.ts';
import { PeopleTabs } from './people-tabs.tsx';

/** Records that may be the same person, side by side: to be merged, or kept apart for good. */
export function DoublesScreen() {
  const client = useClient();
  const [search] = useSearchParams();
  const of = search.get('of');
  const asked = useEndpoint(
    api.listDoubles,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const { doubles, total, matching } = asked.data;
  const shown = doubles.filter(({ one, other }) => !of || one.id === of || other.id === of);
  return (
    <>
      <PageHead
        title="People"
        beside={total > 0 && <span className="text-muted tabular-nums">{pairs(total)}</span>}
      />
      <PeopleTabs clientSlug={client.slug} />
      <div className="grid gap-4 p-6 max-md:p-4">
        <KnownBy client={client} matching={matching} />
        {of && (
          <p>
            Only pairs with one person.{' '}
            <Link
              className="font-semibold text-plum-dark hover:underline"
              to={`/${client.slug}/people/doubles`}
            >
              Show all
            </Link>
          </p>
        )}
        {shown.length === 0 ? (
          <Empty title="No two records look like one person">
            <p>
              Records with the same phone or email address appear here, side by side, so that you
              can merge them.
            </p>
          </Empty>
        ) : (
          shown.map((pair) => (
            <Pair key={`${pair.one.id} ${pair.other.id}`} pair={pair} client={client} />
          ))
        )}
        {!of && total > doubles.length && (
          <p className="text-muted">
            The first {doubles.length} of {pairs(total)}. The others follow as you work through
            these.
          </p>
        )}
      </div>
    </>
  );
}

const pairs = (count: number) =>
  `${count.toLocaleString('en-US')} ${count === 1 ? 'pair' : 'pairs'}`;

/** By what somebody who writes again is known: a choice for each client. */
function KnownBy({ client, matching }: { client: ClientSummary; matching: Matching }) {
  const act = useAct();
  const role = useSession().data?.user.role;
  if (role === undefined || !roleMay(role, 'funnels.write'))
    return (
      <p className="text-muted">People are known again by: {matchingModes[matching].label}.</p>
    );
  return (
    <div className="max-w-md">
      <SelectField
        label="People who write again are known by"
        help={matchingModes[matching].help}
        options={Object.fromEntries(
          Object.entries(matchingModes).map(([mode, { label }]) => [mode, label]),
        )}
        value={matching}
        onChange={({ target }) =>
          void act(async () => {
            const to = target.value as Matching;
            const params = { clientId: client.id };
            await call(api.setMatching, { params, body: { matching: to } });
            return {
              said: `From now on by: ${matchingModes[to].label}. Records stay as they are.`,
            };
          })
        }
      />
    </div>
  );
}

const commonWords = {
  phone: 'Same phone',
  email: 'Same email',
  'also-given': 'One gave what the other is known by',
};

function Pair({ pair, client }: { pair: DoubleView; client: ClientSummary }) {
  const act = useAct();
  const [choices, setChoices] = useState<Record<string, 'this' | 'other'>>({});
  const { one, other, because, isAlike, differs } = pair;
  const params = { personId: one.id };
  const merge = () =>
    act(async () => {
      const body = { other: other.id, choices };
      const { mergeId } = await call(api.mergePeople, { params, body });
      return {
        said: `${nameOf(one)} and ${nameOf(other)} are one record now.`,
        undo: () => call(api.undoMerge, { params: { mergeId } }),
      };
    });
  const keepApart = () =>
    act(async () => {
      await call(api.keepApart, { params, body: { other: other.id } });
      return { said: 'Kept as two people.' };
    });
  return (
    <section
      aria-label={`${nameOf(one)} and ${nameOf(other)}`}
      className="rounded-card border border-line bg-sheet p-4"
    >
      <div className="mb-3 flex flex-wrap items-center gap-2">
        {because.map((why) => (
          <Pill key={why} tone={isAlike ? 'honey' : 'plain'}>
            {commonWords[why]}
          </Pill>
        ))}
        <Pill tone={isAlike ? 'honey' : 'plain'}>
          {isAlike ? 'Alike names' : 'Different names'}
        </Pill>
        <div className="ml-auto flex gap-2 max-md:ml-0">
          <Button onClick={() => void keepApart()}>Two people</Button>
          <Button look="main" onClick={() => void merge()}>
            Merge
          </Button>
        </div>
      </div>
      <table className="w-full table-fixed text-left">
        <thead>
          <tr className="text-xs text-muted">
            <th className="w-1/5 py-1 font-semibold max-md:w-1/4">
              <span className="sr-only">Part</span>
            </th>
            <th className="py-1 font-semibold">Added {dayText(one.addedAt, client.zone)}</th>
            <th className="py-1 font-semibold">Added {dayText(other.addedAt, client.zone)}</th>
          </tr>
        </thead>
        <tbody>
          {partsOf(pair).map(({ part, label, values }) => (
            <tr key={part} className="border-t border-line align-top">
              <th scope="row" className="py-1.5 pr-3 text-xs leading-5 font-semibold">
                {label}
              </th>
              {(['this', 'other'] as const).map((side, index) => (
                <td key={side} className="py-1.5 pr-3 break-words">
                  {differs.includes(part) ? (
                    <label className="flex items-start gap-2">
                      <input
                        type="radio"
                        name={`${one.id} ${other.id} ${part}`}
                        className="mt-0.5 size-4 shrink-0 accent-plum"
                        checked={(choices[part] ?? 'this') === side}
                        onChange={() => setChoices({ ...choices, [part]: side })}
                      />
                      <span className="min-w-0 break-words">{values[index]}</span>
                    </label>
                  ) : (
                    values[index] || <span className="text-muted">None</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {differs.length > 0 && (
        <p className="mt-2 text-xs text-muted">
          What you don’t choose is kept on the record as “Also given” where it is a name, an email
          or a phone. Submissions stay as they were sent.
        </p>
      )}
    </section>
  );
}

/** What is shown of both records, in the order in which one reads a record; fields that neither has are left out. */
function partsOf({ one, other }: DoubleView): { part: string; label: string; values: string[] }[] {
  const both = (part: string, label: string, value: (side: DoubleView['one']) => string) => ({
    part,
    label,
    values: [value(one), value(other)],
  });
  const fields = new Map([...one.fields, ...other.fields].map(({ key, name }) => [key, name]));
  return [
    both('name', 'Name', ({ firstName, lastName }) =>
      [firstName, lastName].filter(Boolean).join(' '),
    ),
    both('email', 'Email', ({ email }) => email),
    both('phone', 'Phone', ({ phone }) => phone),
    both('assignee', 'Assigned to', ({ assigneeName }) => assigneeName ?? 'nobody'),
    ...[...fields].map(([key, name]) =>
      both(
        `fields.${key}`,
        name,
        ({ fields }) => fields.find((one) => one.key === key)?.words ?? '',
      ),
    ),
    both('source', 'Source', ({ source }) => source),
    both('tags', 'Tags', ({ tags }) => tags.join(', ')),
    both('submissions', 'Submissions', ({ submissions }) => String(submissions)),
  ];
}
