import { api, type ClientOverview, type Trouble } from '@plumgate/contract';
import { Link } from 'react-router';
import { useState } from 'react';
import { useClients, useEndpoint, useSession } from '../../api/hooks.ts';
import { LinkButton } from '../../ui/button.tsx';
import { CallLink } from '../../ui/call-link.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { dayText, lengthText } from '../../ui/when.ts';
import { wholeMoney } from '../../ui/whole-money.ts';
import { nameOf } from '../people/name-of.ts';
import { ArchivedClients } from './archived-clients.tsx';
import { minuteWords } from './minute-words.ts';
import { overviewSentence } from './overview-sentence.ts';
import { RateDot } from '../../ui/rate-dot.tsx';
import { SparkLine } from './spark-line.tsx';

const periods = { '7': 'Last 7 days', '30': 'Last 30 days', '90': 'Last 90 days' } as const;
type Period = keyof typeof periods;

/** All clients side by side, and what needs a look now. */
export function OverviewScreen() {
  const [days, setDays] = useState<Period>('30');
  const session = useSession();
  const board = useEndpoint(api.getOverview, { query: { days } }, { refetchInterval: 60_000 });
  const clock = useEndpoint(api.getClock, {}, { refetchInterval: 15_000 });
  if (board.isError) return <Failed error={board.error} again={() => void board.refetch()} />;
  if (!board.data || !clock.data || !session.data) return <Skeleton />;
  const { clients } = board.data;
  const { now } = clock.data;
  return (
    <>
      <PageHead
        title="All clients"
        beside={<span className="text-muted">{dayText(now, session.data.agency.zone)}</span>}
      >
        <InlineSelect
          label="Which days are counted"
          value={days}
          options={periods}
          onChange={(next) => setDays(next as Period)}
        />
        <LinkButton look="main" to="/clients/new">
          Add a client
        </LinkButton>
      </PageHead>
      <p className="px-6 py-4 text-[15px] max-md:px-4">{overviewSentence(clients, days)}</p>
      <div className="overflow-x-auto">
        <DataTable
          label="All clients"
          columns={columnsOf(now)}
          rows={clients}
          keyOf={({ client }) => client.id}
        />
      </div>
      <WaitingNow now={now} />
      <ArchivedClients />
    </>
  );
}

const none = <span className="text-muted">–</span>;

const columnsOf = (now: string): Column<ClientOverview>[] => [
  {
    id: 'client',
    header: 'Client',
    className: 'max-w-60 py-2.5',
    sortBy: ({ client }) => client.name,
    cell: ({ client }) => (
      <Link
        className="flex items-center gap-2.5 font-semibold hover:underline"
        to={`/${client.slug}/today`}
      >
        <span
          aria-hidden
          className="grid size-6 shrink-0 place-items-center rounded text-xs font-bold text-sheet"
          style={{ background: client.colour }}
        >
          {client.name.slice(0, 1)}
        </span>
        <span className="truncate">{client.name}</span>
      </Link>
    ),
  },
  {
    id: 'weeks',
    header: 'Leads, 8 weeks',
    wideOnly: true,
    cell: ({ weeks, client }) => <SparkLine weeks={weeks} colour={client.colour} />,
  },
  {
    id: 'visitors',
    header: 'Visitors',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ visitors }) => visitors,
    cell: ({ visitors, client }) => (
      <Link className="hover:underline" to={`/${client.slug}/funnels`}>
        {visitors.toLocaleString('en-US')}
      </Link>
    ),
  },
  {
    id: 'leads',
    header: 'Leads',
    isNumber: true,
    sortBy: ({ leads }) => leads,
    cell: ({ leads, client }) => (
      <Link
        className="font-semibold text-plum-dark underline decoration-dashed underline-offset-4"
        to={`/${client.slug}/people`}
      >
        {leads.toLocaleString('en-US')}
      </Link>
    ),
  },
  {
    id: 'rate',
    header: 'Rate',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ converted, visitors }) => (visitors > 0 ? converted / visitors : -1),
    cell: ({ converted, visitors }) => <RateDot part={converted} whole={visitors} />,
  },
  {
    id: 'waiting',
    header: 'Waiting',
    sortBy: ({ overdue, waiting }) => overdue * 10_000 + waiting,
    cell: ({ waiting, overdue, waitingSince, client }) =>
      waiting === 0 ? (
        <span className="text-muted">none</span>
      ) : (
        <Link to={`/${client.slug}/today`}>
          <Pill tone={overdue > 0 ? 'brick' : 'honey'}>
            {waiting.toLocaleString('en-US')}, {lengthText(waitingSince!, now)}
          </Pill>
        </Link>
      ),
  },
  {
    id: 'answered',
    header: 'First call, median',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ medianMinutes }) => medianMinutes ?? Infinity,
    cell: ({ medianMinutes }) => (medianMinutes === null ? none : minuteWords(medianMinutes)),
  },
  {
    id: 'booked',
    header: 'Booked',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ booked }) => booked,
    cell: ({ booked, client }) => (
      <Link className="hover:underline" to={`/${client.slug}/bookings`}>
        {booked}
      </Link>
    ),
  },
  {
    id: 'won',
    header: 'Won',
    isNumber: true,
    wideOnly: true,
    sortBy: ({ won }) => won,
    cell: ({ won, client }) => (won === 0 ? none : wholeMoney(won, client.currency)),
  },
  {
    id: 'troubles',
    header: 'Needs a look',
    className: 'py-1.5',
    sortBy: ({ troubles }) => -troubles.length,
    cell: ({ troubles, client }) => (
      <span className="flex flex-wrap gap-1">
        {troubles.map((trouble) => (
          <Link key={trouble.kind} to={`/${client.slug}/${troublePlace[trouble.kind]}`}>
            <Pill tone={trouble.kind === 'promise-broken' ? 'honey' : 'brick'}>
              {troubleWords(trouble)}
            </Pill>
          </Link>
        ))}
      </span>
    ),
  },
];

const troublePlace: Record<Trouble['kind'], string> = {
  'nothing-live': 'funnels',
  undelivered: 'today',
  'host-lost': 'set-up/addresses',
  'promise-broken': 'today',
  held: 'held',
  'notices-stopped': 'today',
};

function troubleWords({ kind, count }: Trouble): string {
  const some = (one: string, more: string) => `${count} ${count === 1 ? one : more}`;
  switch (kind) {
    case 'nothing-live':
      return 'Nothing live yet';
    case 'undelivered':
      return some('message not delivered', 'messages not delivered');
    case 'host-lost':
      return some('domain unreachable', 'domains unreachable');
    case 'promise-broken':
      return `Promise broken ${count === 1 ? 'once' : `${count} times`}`;
    case 'held':
      return some('submission held', 'submissions held');
    case 'notices-stopped':
      return some('address gets no notices', 'addresses get no notices');
  }
}

/** The first of those who wait, with the way to each. */
function WaitingNow({ now }: { now: string }) {
  const asked = useEndpoint(api.listWaiting, {}, { refetchInterval: 15_000 });
  const clients = useClients();
  if (!asked.data || !clients.data) return null;
  const { waiting, total } = asked.data;
  const of = new Map(clients.data.clients.map((client) => [client.id, client]));
  const shown = waiting.slice(0, mostWaiting);
  return (
    <section
      aria-labelledby="waiting-now"
      className="m-6 rounded-card border border-line bg-sheet p-5 max-md:m-4 max-md:p-4"
    >
      <h2 id="waiting-now" className="mb-2 flex items-baseline gap-2 text-lg">
        Waiting now{' '}
        {total > shown.length && (
          <Link className="font-sans text-sm font-normal text-plum-dark" to="/agency/today">
            all {total.toLocaleString('en-US')}
          </Link>
        )}
      </h2>
      {shown.length === 0 && <p className="text-muted">Nobody is waiting at any client.</p>}
      <ul>
        {shown.map((person) => {
          const client = of.get(person.clientId);
          if (!client) return null;
          return (
            <li key={person.id} className="flex items-center gap-3 border-t border-line py-2">
              <span className="w-24 shrink-0">
                <Pill tone={person.promisedBy <= now ? 'brick' : 'honey'}>
                  {lengthText(person.waitingSince, now)}
                </Pill>
              </span>
              <div className="min-w-0 flex-1">
                <Link
                  className="font-semibold break-words hover:underline"
                  to={`/${client.slug}/people/${person.id}`}
                >
                  {nameOf(person)}
                </Link>
                <p className="truncate text-xs text-muted">
                  {client.name}
                  {person.assigneeName && `, with ${person.assigneeName}`}
                </p>
              </div>
              {person.phone && <CallLink phone={person.phone}>Call</CallLink>}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
const mostWaiting = 8;
