import { api, type BookingView, type TodayBoard } from '@plumgate/contract';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { dayText, timeText, whenText } from '../../ui/when.ts';
import { AnswerTimes } from './answer-times.tsx';
import { WaitingList } from './waiting-list.tsx';
import { bookingAddress } from '../bookings/booking-address.ts';
import { BookingPill } from '../bookings/booking-pill.tsx';
import { AddPerson } from '../people/add-person.tsx';
import { RedeemVoucher } from '../vouchers/redeem-voucher.tsx';
import { TaskList } from '../people/task-list.tsx';

/** What the day asks for: who waits, who comes, and what did not get through. */
export function TodayScreen() {
  const client = useClient();
  const board = useEndpoint(
    api.getToday,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined, refetchInterval: 15_000 },
  );
  const clock = useEndpoint(api.getClock, {}, { refetchInterval: 15_000 });
  if (board.isError) return <Failed error={board.error} again={() => void board.refetch()} />;
  if (!client || !board.data || !clock.data) return <Skeleton />;
  const { waiting, waitingTotal, tasks, bookings, failed } = board.data;
  const { now } = clock.data;
  return (
    <>
      <PageHead
        title="Today"
        beside={<span className="text-muted">{dayText(now, client.zone)}</span>}
      >
        <RedeemVoucher clientId={client.id} />
        <AddPerson client={client} />
      </PageHead>
      <Notices board={board.data} client={client} />
      <div className="grid gap-6 p-6 max-md:p-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section aria-labelledby="waiting">
          <h2 id="waiting" className="mb-2 flex items-baseline gap-2 text-lg">
            Waiting{' '}
            <span className="font-sans text-sm font-normal text-muted">
              {waitingTotal === 1
                ? '1 lead nobody has called or written to'
                : `${waitingTotal.toLocaleString('en-US')} leads nobody has called or written to`}
            </span>
          </h2>
          {waiting.length === 0 ? (
            <Quiet>Nobody is waiting. New leads appear here right away.</Quiet>
          ) : (
            <WaitingList waiting={waiting} clients={[client]} now={now} zone={client.zone} />
          )}
          {waitingTotal > waiting.length && (
            <p className="mt-2 text-xs text-muted">The newest {waiting.length} are shown.</p>
          )}
          <AnswerTimes clientId={client.id} />
        </section>
        <div className="grid content-start gap-6">
          <TasksToday tasks={tasks} slug={client.slug} zone={client.zone} />
          <BookedToday bookings={bookings} slug={client.slug} zone={client.zone} />
          <NotDelivered failed={failed} slug={client.slug} zone={client.zone} />
        </div>
      </div>
    </>
  );
}

/** What has quietly stopped working or waits to be looked at, over everything else. */
function Notices({
  board: { held, lostHosts, stoppedNotices },
  client,
}: {
  board: TodayBoard;
  client: { id: string; slug: string; zone: string };
}) {
  return (
    <>
      {held > 0 && (
        <Notice>
          <p className="min-w-0 flex-1 break-words">
            <b className="font-semibold">
              {held} {held === 1 ? 'submission is' : 'submissions are'} held for review
            </b>
            : too many came at once. Nothing has been sent because of them.
          </p>
          <Link className="font-semibold underline" to={`/${client.slug}/held`}>
            Review
          </Link>
        </Notice>
      )}
      {lostHosts.map(({ shown, servedUntil }) => (
        <Notice key={shown}>
          <p className="min-w-0 flex-1 break-words">
            The DNS record of <b className="font-semibold">{shown}</b> is gone.{' '}
            {servedUntil
              ? `Visitors are still answered there until ${whenText(servedUntil, client.zone)}.`
              : 'Visitors are no longer answered there.'}
          </p>
          <Link className="font-semibold underline" to={`/${client.slug}/set-up/addresses`}>
            See what it needs
          </Link>
        </Notice>
      ))}
      {stoppedNotices.map(({ address, stoppedAt }) => (
        <StoppedNotices
          key={address}
          address={address}
          since={whenText(stoppedAt, client.zone)}
          clientId={client.id}
        />
      ))}
    </>
  );
}

/** What is to be done by the end of the day; left out where nothing is. */
function TasksToday({
  tasks,
  slug,
  zone,
}: {
  tasks: TodayBoard['tasks'];
  slug: string;
  zone: string;
}) {
  if (tasks.length === 0) return null;
  const overdue = tasks.filter(({ isOverdue }) => isOverdue).length;
  return (
    <section aria-labelledby="to-do">
      <h2 id="to-do" className="mb-2 flex items-baseline gap-2 text-lg">
        Tasks{' '}
        <span className="font-sans text-sm font-normal text-muted">
          {tasks.length} by tonight{overdue > 0 && `, ${overdue} overdue`}
        </span>
      </h2>
      <TaskList tasks={tasks} zone={zone} of={({ personId }) => `/${slug}/people/${personId}`} />
    </section>
  );
}

function BookedToday({
  bookings,
  slug,
  zone,
}: {
  bookings: BookingView[];
  slug: string;
  zone: string;
}) {
  return (
    <section aria-labelledby="comes">
      <h2 id="comes" className="mb-2 text-lg">
        Booked today
      </h2>
      {bookings.length === 0 ? (
        <Quiet>
          No bookings today.{' '}
          <Link className="font-semibold text-plum-dark" to={`/${slug}/bookings`}>
            Open bookings
          </Link>
        </Quiet>
      ) : (
        <ul className="overflow-hidden rounded-card border border-line bg-sheet">
          {bookings.map((booking) => (
            <Booked key={booking.id} booking={booking} slug={slug} zone={zone} />
          ))}
        </ul>
      )}
    </section>
  );
}

function NotDelivered({
  failed,
  slug,
  zone,
}: {
  failed: TodayBoard['failed'];
  slug: string;
  zone: string;
}) {
  return (
    <section aria-labelledby="failed">
      <h2 id="failed" className="mb-2 text-lg">
        Not delivered
      </h2>
      {failed.length === 0 ? (
        <Quiet>Every message got through.</Quiet>
      ) : (
        <ul className="grid gap-2">
          {failed.map((one) => (
            <Undelivered key={one.id} one={one} slug={slug} zone={zone} />
          ))}
        </ul>
      )}
    </section>
  );
}

const Quiet = ({ children }: { children: React.ReactNode }) => (
  <p className="rounded-card border border-dashed border-strong-line px-4 py-3 text-muted">
    {children}
  </p>
);

function Booked({ booking, slug, zone }: { booking: BookingView; slug: string; zone: string }) {
  return (
    <li className="flex items-center gap-3 border-b border-line px-4 py-2 last:border-0">
      <b className="w-18 shrink-0 font-semibold tabular-nums">{timeText(booking.startsAt, zone)}</b>
      <span className="min-w-0 flex-1">
        <Link
          className="block truncate leading-6 hover:underline"
          to={`/${slug}/people/${booking.person.id}`}
        >
          {booking.person.name || booking.person.email}
        </Link>
        <Link
          className="block truncate text-xs leading-6 text-muted hover:underline"
          to={bookingAddress(slug, booking, zone)}
        >
          {booking.calendarName}
        </Link>
      </span>
      <BookingPill state={booking.state} />
    </li>
  );
}

const Notice = ({ children }: { children: React.ReactNode }) => (
  <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-honey-tint px-6 py-2.5 text-honey">
    {children}
  </div>
);

function StoppedNotices({
  address,
  since,
  clientId,
}: {
  address: string;
  since: string;
  clientId: string;
}) {
  const refresh = useRefreshAll();
  const resume = async () => {
    try {
      await call(api.resumeNotices, { params: { clientId }, body: { address } });
      await refresh();
      toast(`${address} gets notices again from now on.`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <Notice>
      <p className="min-w-0 flex-1 break-words">
        <b className="font-semibold">{address}</b> gets no notices of new leads and bookings:
        someone there clicked “No more emails” ({since}).
      </p>
      <Button onClick={() => void resume()}>Send notices again</Button>
    </Notice>
  );
}

function Undelivered({
  one,
  slug,
  zone,
}: {
  one: TodayBoard['failed'][number];
  slug: string;
  zone: string;
}) {
  return (
    <li className="rounded-card border border-line bg-sheet px-4 py-2">
      <p className="break-words">
        {one.what} to{' '}
        {one.personId ? (
          <Link className="font-semibold hover:underline" to={`/${slug}/people/${one.personId}`}>
            {one.to}
          </Link>
        ) : (
          <b className="font-semibold">{one.to}</b>
        )}
      </p>
      <p className="text-xs text-brick">
        {one.why} <span className="text-muted">{whenText(one.at, zone)}</span>
      </p>
    </li>
  );
}
