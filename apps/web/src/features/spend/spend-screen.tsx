import { api, type ClientSummary } from '@plumgate/contract';
import { type Cents } from '@plumgate/core/basics';
import type { SpendRow } from '@plumgate/core/spend';
import { Plus, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayWithYear } from '../../ui/when.ts';
import { wholeMoney } from '../../ui/whole-money.ts';
import { ForToday } from '../results/for-today.tsx';
import { PeriodChoice, usePeriod } from '../results/period-choice.tsx';
import { ResultsTabs } from '../results/results-tabs.tsx';
import { AddSpend } from './add-spend.tsx';
import { Budget } from './budget.tsx';
import { CostsTable } from './costs-table.tsx';
import { ImportSpend } from './import-spend.tsx';
import { monthWords } from './spend-words.ts';

/** What ads cost a client, and what that makes of a lead, a booking and a won job. */
export function SpendScreen() {
  return (
    <ForToday>
      {(client, today) => <Spend key={client.id} client={client} today={today} />}
    </ForToday>
  );
}

function Spend({ client, today }: { client: ClientSummary; today: string }) {
  const chosen = usePeriod(today);
  const refresh = useRefreshAll();
  const [open, setOpen] = useState<'add' | 'import' | null>(null);
  const params = { clientId: client.id };
  const held = { keepsShown: true };
  const { period } = chosen;
  const asked = useEndpoint(api.getSpend, { params, query: period }, held);
  const results = useEndpoint(api.getResults, { params, query: { ...period, by: 'source' } }, held);
  const failed = [asked, results].find(({ isError }) => isError);
  const saved = (said?: string) => {
    setOpen(null);
    if (said) toast(said);
    void refresh();
  };
  const { currency, id: clientId } = client;
  return (
    <>
      <PageHead title="Results">
        <PeriodChoice chosen={chosen} today={today} />
        <Button onClick={() => setOpen('import')}>Import a file</Button>
        <Button look="main" onClick={() => setOpen('add')}>
          <Plus className="size-4" aria-hidden /> Add a cost
        </Button>
      </PageHead>
      <ResultsTabs client={client} />
      {failed ? (
        <Failed error={failed.error} again={() => void failed.refetch()} />
      ) : !asked.data || !results.data ? (
        <Skeleton />
      ) : (
        <div className="grid max-w-5xl gap-6 p-6 max-md:p-4">
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <p className="font-title text-[19px]">{monthWords(asked.data, currency)}</p>
            <Budget
              {...{ clientId, currency }}
              monthly={asked.data.monthly}
              onSaved={() => saved()}
            />
          </div>
          {asked.data.rows.length === 0 ? (
            <Empty title="No cost is written down for this time">
              <p>
                Add what ads cost by day and source, or import the report of the ad platform. Then
                you see here what a lead, a booking and a won job cost.
              </p>
            </Empty>
          ) : (
            <>
              <CostsTable rows={results.data.rows.filter(({ cost }) => cost)} currency={currency} />
              <SpendRows {...{ client }} rows={asked.data.rows} />
            </>
          )}
        </div>
      )}
      {open === 'add' && (
        <AddSpend
          {...{ clientId, currency, today }}
          sources={results.data?.rows.map(({ label }) => label) ?? []}
          onSaved={() => saved('Saved.')}
          onClose={() => setOpen(null)}
        />
      )}
      {open === 'import' && (
        <ImportSpend
          {...{ clientId, currency }}
          monthFirst={client.country === 'US'}
          onSaved={(written) =>
            saved(`${written.toLocaleString('en-US')} ${written === 1 ? 'row' : 'rows'} imported.`)
          }
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

/** Every row that was written down, with a way to take it back. */
function SpendRows({ client, rows }: { client: ClientSummary; rows: readonly SpendRow[] }) {
  const columns = useMemo(
    (): Column<SpendRow>[] => [
      {
        id: 'day',
        header: 'Day',
        className: 'py-2',
        sortBy: ({ day }) => day,
        cell: ({ day }) => dayWithYear(day),
      },
      {
        id: 'source',
        header: 'Source',
        sortBy: ({ source }) => source,
        cell: ({ source }) => source,
      },
      {
        ...{ id: 'campaign', header: 'Campaign', className: 'max-w-60 truncate', wideOnly: true },
        cell: ({ campaign }) => campaign || <span className="text-muted">–</span>,
      },
      {
        ...{ id: 'amount', header: 'Cost', isNumber: true },
        sortBy: ({ amount }) => amount,
        cell: ({ amount }) => wholeMoney(amount, client.currency),
      },
      {
        ...{ id: 'remove', header: 'Remove', hideHeader: true, className: 'w-12' },
        cell: (row) => <RemoveCost {...{ client, row }} />,
      },
    ],
    [client],
  );
  return (
    <div className="overflow-x-auto rounded-card border border-line bg-sheet">
      <DataTable
        label="Costs"
        columns={columns}
        rows={rows}
        keyOf={({ day, source, campaign }) => JSON.stringify([day, source, campaign])}
      />
    </div>
  );
}

function RemoveCost({ client, row }: { client: ClientSummary; row: SpendRow }) {
  const act = useAct();
  const write = (one: SpendRow) =>
    call(api.writeSpend, { params: { clientId: client.id }, body: { rows: [one] } });
  return (
    <IconButton
      label={`Remove the cost of ${row.source} on ${dayWithYear(row.day)}`}
      onClick={() =>
        void act(async () => {
          await write({ ...row, amount: 0 as Cents });
          return { said: 'The cost was removed.', undo: () => write(row) };
        })
      }
    >
      <X />
    </IconButton>
  );
}
