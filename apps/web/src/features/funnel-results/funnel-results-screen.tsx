import { api, type ClientSummary, type FunnelSummary } from '@plumgate/contract';
import { Link } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { ForToday } from '../results/for-today.tsx';
import { PeriodChoice, usePeriod, type ChosenPeriod } from '../results/period-choice.tsx';
import { ResultsTabs } from '../results/results-tabs.tsx';
import { dropOffWords } from './funnel-words.ts';
import { StepResults } from './step-results.tsx';

/** A funnel taken apart: who came to each step, who went on, and where the others stopped. */
export function FunnelResultsScreen() {
  return (
    <ForToday>
      {(client, today) => <Funnels key={client.id} client={client} today={today} />}
    </ForToday>
  );
}

function Funnels({ client, today }: { client: ClientSummary; today: string }) {
  const chosen = usePeriod(today);
  const asked = useEndpoint(api.listFunnels, { params: { clientId: client.id } });
  const funnels = asked.data?.funnels ?? [];
  const named = funnels.find(({ id }) => id === chosen.search.get('funnel'));
  // The one with most visitors is most likely meant.
  const funnel = named ?? funnels.toSorted((a, b) => b.visitors30 - a.visitors30)[0];
  return (
    <>
      <PageHead title="Results">
        {funnel && (
          <InlineSelect
            label="Funnel"
            className="max-w-64"
            options={Object.fromEntries(funnels.map(({ id, name }) => [id, name]))}
            value={funnel.id}
            onChange={(id) => chosen.set({ funnel: id, source: '' })}
          />
        )}
        <PeriodChoice chosen={chosen} today={today} />
      </PageHead>
      <ResultsTabs client={client} />
      {asked.isError ? (
        <Failed error={asked.error} again={() => void asked.refetch()} />
      ) : !asked.data ? (
        <Skeleton />
      ) : funnel ? (
        <Funnel key={funnel.id} {...{ client, funnel, chosen }} />
      ) : (
        <Empty title={`${client.name} has no funnel yet`}>
          <p>
            <Link className="underline" to={`/${client.slug}/funnels/new`}>
              Start one from a template
            </Link>
            , publish it, and see here where its visitors stop.
          </p>
        </Empty>
      )}
    </>
  );
}

const devices = { '': 'All devices', phone: 'Phones', wide: 'Computers and tablets' };

function Funnel({
  client,
  funnel,
  chosen,
}: {
  client: ClientSummary;
  funnel: FunnelSummary;
  chosen: ChosenPeriod;
}) {
  const { period, search, set } = chosen;
  const source = search.get('source') ?? '';
  const device = search.get('device') ?? '';
  const asked = useEndpoint(
    api.getFunnelResults,
    {
      params: { funnelId: funnel.id },
      query: {
        ...period,
        ...(source && { source }),
        ...((device === 'phone' || device === 'wide') && { device }),
      },
    },
    { keepsShown: true },
  );
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data) return <Skeleton />;
  const { sources, steps, dropOff } = asked.data;
  const offered = [...new Set([...sources, ...(source ? [source] : [])])];
  return (
    <div className="grid max-w-4xl gap-5 p-6 max-md:p-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <p className="flex-1 basis-80 font-title text-[19px]">{dropOffWords(asked.data)}</p>
        <InlineSelect
          label="Source"
          className="max-w-48"
          options={{ '': 'All sources', ...Object.fromEntries(offered.map((one) => [one, one])) }}
          value={source}
          onChange={(to) => set({ source: to })}
        />
        <InlineSelect
          label="Device"
          options={devices}
          value={device in devices ? device : ''}
          onChange={(to) => set({ device: to })}
        />
      </div>
      <ol className="grid">
        {steps.map((step) => (
          <StepResults
            key={step.pageId}
            {...{ step, slug: client.slug }}
            most={Math.max(1, ...steps.map(({ visitors }) => visitors))}
            isDropOff={'page' in dropOff && dropOff.page === step.pageId}
          />
        ))}
      </ol>
      <p className="text-xs text-muted">
        A visitor counts once, on the day they first saw a page. Times are medians. What chance
        alone leaves open is shown beside each rate.
      </p>
    </div>
  );
}
