import { api, type Answered, type ClientSummary, type TestSummary } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { periodBefore, periodCalled, shareText, type Period } from '@plumgate/core/results';
import { fewestForRate, wilson } from '@plumgate/core/statistics';
import { verdictWords } from '@plumgate/core/splittest';
import { Printer } from 'lucide-react';
import { useSearchParams } from 'react-router';
import { Temporal } from 'temporal-polyfill';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { RateDot } from '../../ui/rate-dot.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { ForToday } from '../results/for-today.tsx';
import { ResultsTabs } from '../results/results-tabs.tsx';
import { planWords } from '../split-tests/test-words.ts';

type Benchmark = Answered<typeof api.getBenchmark>;
type PageOf = Answered<typeof api.listPages>['pages'][number];

/** What a working page brings, on one sheet to print for a client who wants to change it. */
export function EvidenceScreen() {
  return (
    <ForToday>
      {(client, today) => (
        <Pages key={client.id} client={client} period={periodCalled('last-90', today)} />
      )}
    </ForToday>
  );
}

function Pages({ client, period }: { client: ClientSummary; period: Period }) {
  const asked = useEndpoint(api.listPages, { params: { clientId: client.id } });
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data) return <Skeleton />;
  return (
    <Evidence client={client} period={period} pages={asked.data.pages.filter(({ live }) => live)} />
  );
}

function Evidence({
  client,
  period,
  pages,
}: {
  client: ClientSummary;
  period: Period;
  pages: PageOf[];
}) {
  const [search, setSearch] = useSearchParams();
  const page = pages.find(({ pageId }) => pageId === search.get('page')) ?? mostSeen(pages);
  return (
    <>
      <div className="print:hidden">
        <PageHead title="Results">
          {page && (
            <>
              <InlineSelect
                label="Page"
                options={Object.fromEntries(
                  pages.map(({ pageId, name, funnel }) => [pageId, `${name} (${funnel})`]),
                )}
                value={page.pageId}
                onChange={(pageId) => setSearch({ page: pageId }, { replace: true })}
              />
              <Button look="main" onClick={() => print()}>
                <Printer className="size-4" aria-hidden /> Print
              </Button>
            </>
          )}
        </PageHead>
        <ResultsTabs client={client} />
      </div>
      {page ? (
        <Sheet key={page.pageId} {...{ client, period, page }} />
      ) : (
        <Empty title="No page is live yet">
          <p>As soon as one is, this sheet says what it brings, to print for the client.</p>
        </Empty>
      )}
    </>
  );
}

/** The one that there is most to say of. */
const mostSeen = (pages: PageOf[]): PageOf | undefined =>
  pages.toSorted((a, b) => b.visitors30 - a.visitors30)[0];

function Sheet({ client, period, page }: { client: ClientSummary; period: Period; page: PageOf }) {
  const params = { clientId: client.id };
  const byPage = (of: Period) => ({ params, query: { ...of, by: 'page' as const } });
  const now = useEndpoint(api.getResults, byPage(period));
  const before = useEndpoint(api.getResults, byPage(periodBefore(period)));
  const benchmark = useEndpoint(api.getBenchmark, { params, query: period });
  const tests = useEndpoint(api.listTests, { params });
  const grounds = useEndpoint(api.getTestGrounds, {
    params: { pageId: page.pageId as PageId },
    query: { measure: 'lead' },
  });
  const all = [now, before, benchmark, tests, grounds];
  const failed = all.find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!now.data || !before.data || !benchmark.data || !tests.data || !grounds.data)
    return <Skeleton />;
  const of = (data: NonNullable<typeof now.data>) => {
    const row = data.rows.find(({ key }) => key === page.pageId);
    return { visitors: row?.visitors ?? 0, conversions: row?.conversions ?? 0 };
  };
  const own = of(now.data);
  const ownTests = tests.data.tests.filter(
    (test) => test.page.pageId === page.pageId && test.state !== 'planned',
  );
  const base = own.conversions / own.visitors;
  return (
    <article className="mx-auto grid max-w-3xl gap-6 bg-sheet p-10 max-md:p-5 print:max-w-none print:p-0">
      <header className="grid gap-1 border-b border-line pb-4">
        <p className="text-muted">
          {client.name} · {dayWords(period.from)} to {dayWords(period.to)}
        </p>
        <h2 className="text-[28px] leading-tight">What “{page.name}” brings</h2>
      </header>
      <p className="font-title text-[22px] leading-snug">{ownWords(own)}</p>
      <Compared own={own} before={of(before.data)} benchmark={benchmark.data} />
      <Tested tests={ownTests} />
      <section className="grid gap-2 break-inside-avoid">
        <h3 className="text-lg">Before it is changed</h3>
        <p>
          A change that looks better may bring fewer leads, and on the page alone nobody can see it.
          An idea is tried on some of the visitors first, beside the page as it is.
        </p>
        {base > 0 && (
          <p>{planWords({ base, lift: 0.3, variations: 2, perDay: grounds.data.perDay })}</p>
        )}
      </section>
    </article>
  );
}

interface Counts {
  visitors: number;
  conversions: number;
}

function ownWords({ visitors, conversions }: Counts): string {
  const people = `${conversions.toLocaleString('en-US')} of ${visitors.toLocaleString('en-US')} visitors`;
  if (visitors < fewestForRate) return `${people} became leads: too few have come to say more.`;
  const { low, high } = wilson(conversions, visitors);
  return `${people} became leads: ${shareText(conversions, visitors)}, likely between ${shareText(low, 1)} and ${shareText(high, 1)}.`;
}

/** The page's rate beside that of before and that of the trade. */
function Compared({
  own,
  before,
  benchmark,
}: {
  own: Counts;
  before: Counts;
  benchmark: Benchmark;
}) {
  const rows: [label: string, counts: Counts][] = [
    ['This page', own],
    ['The 90 days before', before],
    ...(benchmark.rate
      ? [
          [
            `${benchmark.others} other clients of ours, same trade (${benchmark.trade})`,
            benchmark,
          ] as [string, Counts],
        ]
      : []),
  ];
  return (
    <section className="grid gap-2 break-inside-avoid">
      <h3 className="text-lg">Compared</h3>
      <table className="w-full tabular-nums">
        <thead className="text-left text-xs text-muted">
          <tr>
            <th scope="col" className="py-1.5 font-medium">
              <span className="sr-only">Whose</span>
            </th>
            <th scope="col" className="py-1.5 text-right font-medium">
              Visitors
            </th>
            <th scope="col" className="py-1.5 text-right font-medium">
              Leads of them
            </th>
            <th scope="col" className="py-1.5 text-right font-medium">
              Rate
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([label, { visitors, conversions }]) => (
            <tr key={label} className="border-t border-line">
              <th scope="row" className="py-2.5 text-left font-medium">
                {label}
              </th>
              <td className="py-2.5 text-right">{visitors.toLocaleString('en-US')}</td>
              <td className="py-2.5 text-right">{conversions.toLocaleString('en-US')}</td>
              <td className="py-2.5 text-right">
                <RateDot part={conversions} whole={visitors} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {!benchmark.rate && (
        <p className="text-[13px] text-muted">
          {benchmark.trade
            ? `There are too few other clients of this trade (${benchmark.trade}) to compare with.`
            : 'The fact sheet doesn’t say the trade, so there is no other page to compare with.'}
        </p>
      )}
    </section>
  );
}

function Tested({ tests }: { tests: TestSummary[] }) {
  return (
    <section className="grid gap-2 break-inside-avoid">
      <h3 className="text-lg">What was tested on it</h3>
      {tests.length === 0 ? (
        <p className="text-muted">Nothing yet.</p>
      ) : (
        <ul className="grid gap-3">
          {tests.map((test) => (
            <li key={test.testId} className="border-l-2 border-plum pl-3">
              <p className="font-semibold">{test.hypothesis}</p>
              <p>
                {verdictWords(test)}
                {test.kept && ` ${test.kept} was kept.`}
              </p>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const dayWords = (day: string): string =>
  Temporal.PlainDate.from(day).toLocaleString('en-US', {
    month: 'long',
    day: 'numeric',
    year: 'numeric',
  });
