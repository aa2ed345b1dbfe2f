import { api, type BookingView } from '@plumgate/contract';
import { moneyWords } from '@plumgate/core/basics';
import { Printer } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { timeText, todayIn } from '../../ui/when.ts';
import { filtered } from './booking-filter.ts';
import { dateText, daysOn, momentAt } from './week.ts';

/** The bookings of one day in their order, to be printed and laid on the desk. */
export function DayListScreen() {
  const client = useClient();
  const [search] = useSearchParams();
  const clock = useEndpoint(api.getClock, {});
  const zone = client?.zone ?? 'UTC';
  const date = search.get('on') ?? (clock.data ? todayIn(clock.data.now, zone) : null);
  const list = useEndpoint(
    api.listBookings,
    {
      params: { clientId: client?.id ?? '' },
      query: date
        ? { from: momentAt(date, 0, zone), until: momentAt(daysOn(date, 1), 0, zone) }
        : { from: '', until: '' },
    },
    { enabled: client !== undefined && date !== null },
  );
  const sheet = useEndpoint(
    api.getClient,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client || !date || !list.data || !sheet.data) return <Skeleton />;
  const { facts } = sheet.data;
  const bookings = filtered(list.data.bookings, {
    calendar: search.get('calendar') ?? '',
    staff: search.get('staff') ?? '',
  }).filter(({ state }) => state !== 'cancelled');
  const money = (amount: number) => moneyWords({ amount, currency: facts.currency }, facts.locale);
  return (
    <div className="print:[&_header]:border-0">
      <PageHead
        title={`${client.name}, ${dateText(date)}`}
        above={
          <Link className="hover:underline print:hidden" to={`/${client.slug}/bookings?on=${date}`}>
            Bookings
          </Link>
        }
        beside={
          <span className="text-muted tabular-nums">
            {bookings.length === 1 ? '1 booking' : `${bookings.length} bookings`}
          </span>
        }
      >
        <span className="print:hidden">
          <Button look="main" onClick={() => print()}>
            <Printer className="size-4" aria-hidden /> Print
          </Button>
        </span>
      </PageHead>
      {bookings.length === 0 ? (
        <Empty title="Nothing is booked on this day">
          <p>Choose another day in the bookings.</p>
        </Empty>
      ) : (
        <div className="overflow-x-auto p-6 max-md:p-4 print:p-0">
          <table className="w-full border-collapse text-left">
            <thead>
              <tr className="border-b border-strong-line text-xs">
                {['Time', 'Who', 'What', 'Notes', 'Came'].map((head) => (
                  <th key={head} scope="col" className="py-2 pr-4 font-semibold">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {bookings.map((one) => (
                <Row key={one.id} booking={one} zone={client.zone} money={money} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}

function Row({
  booking,
  zone,
  money,
}: {
  booking: BookingView;
  zone: string;
  money: (amount: number) => string;
}) {
  const { person, deposit } = booking;
  const notes = [
    ...booking.answers.map(({ label, answer }) => `${label} ${answer}`),
    ...(deposit ? [`Deposit ${money(deposit.amount)}${deposit.note && `, ${deposit.note}`}`] : []),
  ];
  return (
    <tr className="break-inside-avoid border-b border-line align-top">
      <td className="py-2 pr-4 font-semibold whitespace-nowrap tabular-nums">
        {timeText(booking.startsAt, zone)}
      </td>
      <td className="py-2 pr-4">
        {person.name || person.email}
        <span className="block text-xs whitespace-nowrap text-muted tabular-nums">
          {person.phone}
        </span>
      </td>
      <td className="py-2 pr-4">
        {booking.calendarName}
        <span className="block text-xs text-muted">
          {[booking.staff && `with ${booking.staff.name}`, booking.place]
            .filter(Boolean)
            .join(', ')}
        </span>
      </td>
      <td className="py-2 pr-4 text-[13px]">
        {notes.map((note) => (
          <span key={note} className="block break-words">
            {note}
          </span>
        ))}
      </td>
      <td className="py-2">
        <span
          className="inline-block size-4 rounded-sm border border-strong-line"
          role="img"
          aria-label={outcomes[booking.state]}
        >
          {booking.state === 'came' && <span className="block text-center leading-4">✓</span>}
        </span>
      </td>
    </tr>
  );
}

const outcomes = { booked: 'not known yet', came: 'came', missed: 'missed', cancelled: '' };
