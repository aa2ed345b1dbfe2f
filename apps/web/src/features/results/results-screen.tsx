import { api, type ClientSummary, type ResultPart } from '@plumgate/contract';
import {
  comparedTimes,
  daysIn,
  periodCompared,
  type ComparedTime,
  type Period,
} from '@plumgate/core/results';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { useAct } from '../../ui/use-act.ts';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { HourTable } from './hour-table.tsx';
import { ResultFiguresRow } from './result-figures.tsx';
import { ResultsLine } from './results-line.tsx';
import { ForToday } from './for-today.tsx';
import { PeriodChoice, usePeriod } from './period-choice.tsx';
import { ResultsTabs } from './results-tabs.tsx';
import { ResultNotes } from './result-notes.tsx';
import { SavedViews } from './saved-views.tsx';
import { ResultsTable } from './results-table.tsx';
import { comparedWords, resultSentence } from './result-sentence.ts';

const parts: Record<Exclude<ResultPart, 'day'>, string> = {
  source: 'By source',
  campaign: 'By campaign',
  page: 'By page',
  device: 'By device',
  hour: 'By weekday and hour',
  variation: 'By variation of a split test',
  form: 'Leads by form',
  town: 'Leads by town',
  assignee: 'Leads by assignee',
};

/** What a client's pages brought in a time: how many came, wrote, booked and were won, over time and taken apart. */
export function ResultsScreen() {
  return (
    <ForToday>
      {(client, today) => <Results key={client.id} client={client} today={today} />}
    </ForToday>
  );
}

function Results({ client, today }: { client: ClientSummary; today: string }) {
  const chosen = usePeriod(today);
  const { period, search, set } = chosen;
  const asked = search.get('by') ?? '';
  const by = Object.hasOwn(parts, asked) ? (asked as keyof typeof parts) : 'source';
  const params = { clientId: client.id };
  const held = { keepsShown: true };
  const comparedWith = search.get('with') ?? '';
  const time = Object.hasOwn(comparedTimes, comparedWith)
    ? (comparedWith as ComparedTime)
    : 'before';
  const before = periodCompared(period, time);
  const ask = (of: Period, part: ResultPart) => ({ params, query: { ...of, by: part } });
  const taken = useEndpoint(api.getResults, ask(period, by), held);
  const days = useEndpoint(api.getResults, ask(period, 'day'), held);
  const earlier = useEndpoint(api.getResults, ask(before, 'day'), held);
  const noted = useEndpoint(api.getResultNotes, { params, query: period }, held);
  const notes = noted.data?.notes ?? [];
  const failed = [taken, days, earlier].find(({ isError }) => isError);
  return (
    <>
      <PageHead title="Results">
        <PeriodChoice chosen={chosen} today={today} />
        <span className="text-muted">compared with</span>
        <InlineSelect
          label="Compared with"
          options={comparedTimes}
          value={time}
          onChange={(other) => set({ with: other })}
        />
        <ExportResults {...{ client, period, by }} />
      </PageHead>
      <ResultsTabs client={client} />
      {failed ? (
        <Failed error={failed.error} again={() => void failed.refetch()} />
      ) : !taken.data || !days.data || !earlier.data ? (
        <Skeleton />
      ) : taken.data.rows.length === 0 ? (
        <Empty title="Nothing was counted in this time">
          <p>
            As soon as somebody sees a page of {client.name}, writes or books, it is counted here.
            Your own visits are not.
          </p>
        </Empty>
      ) : (
        <div className="grid max-w-5xl gap-6 p-6 max-md:p-4">
          <SavedViews {...{ client, search }} />
          <ResultFiguresRow
            total={taken.data.total}
            before={earlier.data.total}
            client={client}
            period={period}
          />
          <p className="text-[15px]">
            {resultSentence(
              taken.data.total,
              earlier.data.total,
              comparedWords(time, daysIn(period)),
            )}
          </p>
          <ResultsLine days={days.data.rows} period={period} notes={notes} />
          <ResultNotes {...{ client, period, notes }} />
          <section className="grid gap-2">
            <InlineSelect
              label="Taken apart"
              className="justify-self-start"
              options={parts}
              value={by}
              onChange={(part) => set({ by: part })}
            />
            {by === 'hour' ? (
              <HourTable rows={taken.data.rows} />
            ) : (
              <ResultsTable {...{ client, period, by }} rows={taken.data.rows} />
            )}
          </section>
        </div>
      )}
    </>
  );
}

/** What is shown as a file of rows. */
function ExportResults({
  client,
  period,
  by,
}: {
  client: ClientSummary;
  period: Period;
  by: ResultPart;
}) {
  const act = useAct();
  const given = { params: { clientId: client.id }, query: { ...period, by } };
  return (
    <Button onClick={() => void act(() => saveFile(api.exportResults, given))}>Export CSV</Button>
  );
}
