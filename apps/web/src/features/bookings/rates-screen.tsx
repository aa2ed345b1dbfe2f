import { api, type LeadRates } from '@plumgate/contract';
import { wilson } from '@plumgate/core/statistics';
import { Link, useSearchParams } from 'react-router';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { shareWords } from '../../ui/share-words.ts';

const periods = { 30: 'Last 30 days', 90: 'Last 90 days', 365: 'Last year' } as const;

/** How fast leads hear from a client, how many book, and how many of those who booked come. */
export function RatesScreen() {
  const client = useClient();
  const [search, setSearch] = useSearchParams();
  const days = search.get('days') ?? '90';
  const rates = useEndpoint(
    api.getLeadRates,
    { params: { clientId: client?.id ?? '' }, query: { days } },
    { enabled: client !== undefined },
  );
  if (rates.isError) return <Failed error={rates.error} again={() => void rates.refetch()} />;
  if (!client || !rates.data) return <Skeleton />;
  const { data } = rates;
  const told = data.came + data.missed;
  return (
    <>
      <PageHead
        title="Rates"
        above={
          <Link className="hover:underline" to={`/${client.slug}/bookings`}>
            Bookings
          </Link>
        }
      >
        <InlineSelect
          label="Time"
          options={periods}
          value={days}
          onChange={(chosen) => setSearch({ days: chosen }, { replace: true })}
        />
      </PageHead>
      {data.leads === 0 && told + data.unknown === 0 ? (
        <Empty title="No leads and no bookings in this time">
          <p>As soon as somebody writes, calls or comes to a booking, you see the rates here.</p>
        </Empty>
      ) : (
        <div className="grid max-w-5xl gap-8 p-6 max-md:p-4">
          <dl className="grid gap-4 md:grid-cols-3">
            <Figure
              label="From lead to first message"
              value={data.medianSeconds === null ? '–' : lengthWords(data.medianSeconds)}
              note={
                data.medianSeconds === null
                  ? 'No lead has had a message.'
                  : `Half of the ${data.answered} leads who had a message had it by then. ${leftWords(data.leads - data.answered)}`
              }
            />
            <Figure
              label="Booked"
              value={shareWords(data.booked, data.leads)}
              note={`${data.booked} of ${data.leads} leads. ${rangeWords(data.booked, data.leads)}`}
            />
            <Figure
              label="Missed"
              value={shareWords(data.missed, told)}
              note={`${data.missed} of ${told} bookings of which somebody said what came of them. ${rangeWords(data.missed, told)}${data.unknown > 0 ? ` For ${data.unknown} nobody has said it yet.` : ''}`}
            />
          </dl>
          <Sources sources={data.sources} />
        </div>
      )}
    </>
  );
}

function Figure({ label, value, note }: { label: string; value: string; note: string }) {
  return (
    <div className="rounded-card border border-line bg-sheet p-4">
      <dt className="text-xs font-semibold">{label}</dt>
      <dd>
        <span className="block font-title text-[30px] leading-tight tabular-nums">{value}</span>
        <span className="text-[13px] text-muted">{note}</span>
      </dd>
    </div>
  );
}

function Sources({ sources }: Pick<LeadRates, 'sources'>) {
  return (
    <section className="grid gap-2">
      <h2 className="text-lg">By source</h2>
      <p className="text-muted">The source from which people first came.</p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left tabular-nums">
          <thead>
            <tr className="border-b border-strong-line text-xs">
              {['Source', 'Leads', 'Booked', 'Came', 'Missed', 'Missed share'].map((head) => (
                <th key={head} scope="col" className="py-2 pr-4 font-semibold">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sources.map((one) => (
              <tr key={one.source} className="border-b border-line">
                <th scope="row" className="py-2 pr-4 font-medium break-words">
                  {one.source}
                </th>
                <td className="py-2 pr-4">{one.leads}</td>
                <td className="py-2 pr-4">
                  {one.booked}{' '}
                  <span className="text-muted">{shareWords(one.booked, one.leads)}</span>
                </td>
                <td className="py-2 pr-4">{one.came}</td>
                <td className="py-2 pr-4">{one.missed}</td>
                <td className="py-2 pr-4">{shareWords(one.missed, one.came + one.missed)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** Between which shares the true one likely lies: the fewer there are, the wider. */
function rangeWords(part: number, whole: number): string {
  if (whole === 0) return '';
  const { low, high } = wilson(part, whole);
  const [from, to] = [low, high].map((share) => Math.round(share * 100));
  return `Likely between ${from}% and ${to}% (95% interval).`;
}

const leftWords = (count: number): string =>
  count === 0 ? '' : count === 1 ? 'One had none.' : `${count} had none.`;

/** `At once`, `40 seconds`, `3 min`, `2 h 5 min`, `3 days`. */
export function lengthWords(seconds: number): string {
  if (seconds === 0) return 'At once';
  if (seconds < 120) return seconds === 1 ? '1 second' : `${seconds} seconds`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  if (hours < 48) return minutes % 60 === 0 ? `${hours} h` : `${hours} h ${minutes % 60} min`;
  return `${Math.round(hours / 24)} days`;
}
