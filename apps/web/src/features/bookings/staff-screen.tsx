import { api, type StaffTimesView } from '@plumgate/contract';
import { useSearchParams, Link } from 'react-router';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useSession } from '../../api/hooks.ts';
import { LinkButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { FeedAddress } from './feed-address.tsx';
import { BusyFeeds } from './busy-feeds.tsx';
import { StaffHours } from './staff-hours.tsx';
import { TimeOffList } from './time-off-list.tsx';

/** When the staff of a client take bookings: hours, skills, time off and their own calendars. */
export function StaffScreen() {
  const client = useClient();
  const session = useSession();
  const maySetUp = session.data?.user.role !== 'front-desk';
  const [search] = useSearchParams();
  const answer = useEndpoint(
    api.listStaffTimes,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (answer.isError) return <Failed error={answer.error} again={() => void answer.refetch()} />;
  if (!client || !answer.data) return <Skeleton />;
  const { staff } = answer.data;
  const chosen = staff.find(({ id }) => id === search.get('who')) ?? staff[0];
  return (
    <>
      <PageHead
        title="Staff"
        above={
          <Link className="hover:underline" to={`/${client.slug}/bookings`}>
            Bookings
          </Link>
        }
      >
        {maySetUp && <LinkButton to={`/${client.slug}/set-up/records`}>Names and roles</LinkButton>}
      </PageHead>
      {chosen ? (
        <div className="grid gap-6 p-6 max-md:p-4 lg:grid-cols-[220px_minmax(0,1fr)]">
          <nav
            aria-label="Staff"
            className="grid content-start gap-0.5 max-lg:flex max-lg:overflow-x-auto"
          >
            {staff.map((one) => (
              <Who key={one.id} one={one} isChosen={one === chosen} />
            ))}
          </nav>
          <Member
            key={`${chosen.id} ${chosen.version}`}
            member={chosen}
            zone={client.zone}
            maySetUp={maySetUp}
          />
        </div>
      ) : (
        <Empty title="No staff yet">
          <p>
            Add the people who see customers under Settings, then set here when each of them takes
            bookings.
          </p>
        </Empty>
      )}
    </>
  );
}

function Who({ one, isChosen }: { one: StaffTimesView; isChosen: boolean }) {
  return (
    <Link
      to={`?who=${one.id}`}
      aria-current={isChosen ? 'true' : undefined}
      className={`rounded-control px-3 py-2 whitespace-nowrap ${isChosen ? 'bg-plum-tint font-semibold text-plum-dark' : 'hover:bg-sheet'}`}
    >
      {one.name}
      {one.role && (
        <span className={`block text-xs font-normal ${isChosen ? '' : 'text-muted'}`}>
          {one.role}
        </span>
      )}
    </Link>
  );
}

function Member({
  member,
  zone,
  maySetUp,
}: {
  member: StaffTimesView;
  zone: string;
  /** The front desk keeps time off, and no more. */
  maySetUp: boolean;
}) {
  if (!maySetUp)
    return (
      <div className="max-w-xl">
        <TimeOffList member={member} zone={zone} />
      </div>
    );
  return (
    <div className="grid max-w-5xl gap-8 xl:grid-cols-2">
      <StaffHours member={member} />
      <div className="grid content-start gap-8">
        <TimeOffList member={member} zone={zone} />
        <BusyFeeds member={member} zone={zone} />
        <section className="grid gap-2">
          <h2 className="text-lg">Their bookings in their own calendar</h2>
          <FeedAddress of={{ staffId: member.id }} zone={zone} />
        </section>
      </div>
    </div>
  );
}
