import { api, roleMay, type Answered, type ClientSummary } from '@plumgate/contract';
import { knownSources, type sourceRulePlaces, type SourceRule } from '@plumgate/core/results';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useRefreshAll, useSession } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { InlineField, InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, FailureLine, Skeleton } from '../../ui/states.tsx';
import { CallNumbers } from './call-numbers.tsx';
import { FunnelsTabs } from './funnels-tabs.tsx';

type Sources = Answered<typeof api.listSources>;
type Preview = Answered<typeof api.previewSources>;

/** Where a client's visitors come from, and what the client calls it. */
export function SourcesScreen() {
  const client = useClient();
  const asked = useEndpoint(
    api.listSources,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const { rules, sources, numbers } = asked.data;
  return (
    <>
      <PageHead title="Funnels" beside={<span className="text-muted">Last 30 days</span>} />
      <FunnelsTabs client={client} />
      <div className="grid items-start gap-6 p-6 max-md:p-4 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
        {sources.length === 0 ? (
          <Empty title="No visitors in the last 30 days">
            <p>Publish a page and share its link: where its visitors come from appears here.</p>
          </Empty>
        ) : (
          <DataTable label="Sources" columns={columns} rows={sources} keyOf={({ name }) => name} />
        )}
        <div className="grid gap-6">
          <Names key={JSON.stringify(rules)} client={client} rules={rules} />
          <CallNumbers
            key={JSON.stringify(numbers)}
            {...{ client, numbers }}
            sources={[...new Set([...sources.map(({ name }) => name), ...knownSources])]}
          />
        </div>
      </div>
    </>
  );
}

const columns: Column<Sources['sources'][number]>[] = [
  {
    id: 'name',
    header: 'Source',
    className: 'font-semibold break-words py-2',
    sortBy: ({ name }) => name,
    cell: ({ name }) => name,
  },
  {
    id: 'visitors',
    header: 'Visitors',
    isNumber: true,
    sortBy: ({ visitors }) => visitors,
    cell: ({ visitors }) => visitors.toLocaleString('en-US'),
  },
  {
    id: 'leads',
    header: 'Leads',
    isNumber: true,
    sortBy: ({ leads }) => leads,
    cell: ({ leads }) => leads.toLocaleString('en-US'),
  },
];

const places: Record<(typeof sourceRulePlaces)[number], string> = {
  referrer: 'Referring page contains',
  source: 'utm_source contains',
  medium: 'utm_medium contains',
  campaign: 'utm_campaign contains',
  field: 'Address has the field',
};

/** The client's own names, in the order in which they are tried; what they would have made of past visits is shown first. */
function Names({ client, rules: saved }: { client: ClientSummary; rules: SourceRule[] }) {
  const role = useSession().data?.user.role;
  const refresh = useRefreshAll();
  const [rules, setRules] = useState(saved);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const mayChange = role !== undefined && roleMay(role, 'funnels.write');
  const isChanged = JSON.stringify(rules) !== JSON.stringify(saved);
  const isWhole = rules.every(({ contains, name }) => contains.trim() && name.trim());
  const given = { params: { clientId: client.id }, body: { rules } };
  const change = (next: SourceRule[]) => {
    setRules(next);
    setPreview(null);
    setFailure(null);
  };
  const tried = async (what: () => Promise<unknown>) => {
    try {
      await what();
      setFailure(null);
    } catch (error) {
      setFailure(error);
    }
  };
  const swap = (at: number, to: number) => change(rules.with(at, rules[to]!).with(to, rules[at]!));
  if (!mayChange && saved.length === 0) return null;
  return (
    <section
      aria-labelledby="own-names"
      className="grid gap-3 rounded-card border border-line bg-sheet p-4"
    >
      <div>
        <h2 id="own-names" className="text-lg">
          Your own names
        </h2>
        <p className="text-muted">
          The first that fits names a visit. New names count from now on: visits counted before keep
          theirs.
        </p>
      </div>
      <ol className="grid gap-2">
        {rules.map((rule, index) => (
          <li key={index} className="flex items-center gap-2 max-md:flex-wrap">
            <RuleFields
              rule={rule}
              number={index + 1}
              isFixed={!mayChange}
              onChange={(next) => change(rules.with(index, next))}
            />
            {mayChange && (
              <span className="flex">
                <IconButton
                  label={`Try name ${index + 1} earlier`}
                  disabled={index === 0}
                  onClick={() => swap(index, index - 1)}
                >
                  <ArrowUp />
                </IconButton>
                <IconButton
                  label={`Try name ${index + 1} later`}
                  disabled={index === rules.length - 1}
                  onClick={() => swap(index, index + 1)}
                >
                  <ArrowDown />
                </IconButton>
                <IconButton
                  label={`Remove name ${index + 1}`}
                  onClick={() => change(rules.toSpliced(index, 1))}
                >
                  <Trash2 />
                </IconButton>
              </span>
            )}
          </li>
        ))}
      </ol>
      {mayChange && (
        <div className="flex flex-wrap items-center gap-2">
          <Button onClick={() => change([...rules, { where: 'referrer', contains: '', name: '' }])}>
            <Plus className="size-4" /> Add a name
          </Button>
          {isChanged && (
            <>
              <Button
                disabled={!isWhole}
                onClick={() =>
                  void tried(async () => setPreview(await call(api.previewSources, given)))
                }
              >
                Preview on past visits
              </Button>
              <span className="ml-auto flex gap-2">
                <Button onClick={() => change(saved)}>Discard changes</Button>
                <Button
                  look="main"
                  disabled={!isWhole}
                  onClick={() =>
                    void tried(async () => {
                      await call(api.nameSources, given);
                      await refresh();
                    })
                  }
                >
                  Save
                </Button>
              </span>
            </>
          )}
        </div>
      )}
      <FailureLine failure={failure} />
      {preview && <PreviewLines preview={preview} />}
    </section>
  );
}

function RuleFields({
  rule,
  number,
  isFixed,
  onChange,
}: {
  rule: SourceRule;
  number: number;
  isFixed: boolean;
  onChange: (rule: SourceRule) => void;
}) {
  return (
    <fieldset disabled={isFixed} className="contents">
      <InlineSelect
        label={`Name ${number}: where to look`}
        options={places}
        value={rule.where}
        onChange={(where) => onChange({ ...rule, where: where as SourceRule['where'] })}
      />
      <InlineField
        label={`Name ${number}: the words`}
        className="w-36 grow"
        placeholder={rule.where === 'referrer' ? 'harbor-news.test' : 'fall-letter'}
        maxLength={100}
        value={rule.contains}
        onChange={(contains) => onChange({ ...rule, contains })}
      />
      <span className="text-muted">is called</span>
      <InlineField
        label={`Name ${number}`}
        className="w-32 grow"
        placeholder="Harbor News"
        maxLength={60}
        value={rule.name}
        onChange={(name) => onChange({ ...rule, name })}
      />
    </fieldset>
  );
}

const visitsWords = (count: number) =>
  `${count.toLocaleString('en-US')} ${count === 1 ? 'visit' : 'visits'}`;

function PreviewLines({ preview: { visits, renamed } }: { preview: Preview }) {
  return (
    <div role="status" className="grid gap-1 border-t border-line pt-3">
      <p className="font-semibold">
        {renamed.length === 0
          ? `Of ${visitsWords(visits)} in the last 30 days, none would have another name.`
          : `Of ${visitsWords(visits)} in the last 30 days:`}
      </p>
      <ul className="grid gap-1">
        {renamed.map(({ from, to, visits, example }) => (
          <li key={`${from} ${to}`} className="break-words">
            {visitsWords(visits)} from {from} would be called <strong>{to}</strong>.{' '}
            {example !== from && <span className="text-xs text-muted">{example}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}
