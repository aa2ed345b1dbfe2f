import { roleMay, type SignedIn } from '@plumgate/contract';
import { useEffect, useRef, type RefObject } from 'react';
import { NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { builds } from '../api/builds.ts';
import { useClients, useSession } from '../api/hooks.ts';
import { Skeleton } from '../ui/states.tsx';
import { AccountMenu } from './account-menu.tsx';
import { ClientPicker } from './client-picker.tsx';
import { lastPlace, useClient } from '../api/client.ts';
import { useInboxCounts } from '../features/messages/use-inbox-counts.ts';
import { SignInAgain } from '../features/accounts/sign-in-again.tsx';
import { useRoving } from '../ui/use-roving.ts';
import { ClockChip } from './clock-chip.tsx';
import { Finder } from './finder.tsx';
import { HelpButton } from './help.tsx';
import { NoSuchPlace } from './no-such-place.tsx';
import { useLeadNotices } from './use-lead-notices.ts';

const places = [
  { path: 'today', label: 'Today', desk: true },
  { path: 'funnels', label: 'Funnels', desk: false },
  { path: 'people', label: 'People', desk: true },
  { path: 'bookings', label: 'Bookings', desk: true },
  { path: 'follow-up', label: 'Follow-up', desk: false },
  { path: 'messages', label: 'Messages', desk: true },
  { path: 'results', label: 'Results', desk: false },
  { path: 'set-up', label: 'Settings', desk: false },
] as const;

/** The places that are all clients' together. */
const agencyPlaces = [
  { path: '/agency', label: 'All clients', right: 'clients.read' },
  { path: '/agency/today', label: 'Today', right: 'people.read' },
  { path: '/agency/team', label: 'Team', right: 'users.manage' },
] as const;

/** The one bar on top, and the place below it. People who are not signed in are sent to sign in first. */
export function Frame() {
  const session = useSession();
  const clients = useClients();
  const client = useClient();
  const inbox = useInboxCounts(client?.id);
  const { client: asked } = useParams();
  const navigate = useNavigate();
  const { pathname, search } = useLocation();

  useEffect(() => {
    if (!session.data && session.error?.problem.code === 'not-signed-in')
      void navigate('/sign-in', { replace: true });
  }, [session.data, session.error, navigate]);
  useEffect(() => {
    if (client) lastPlace.keep(pathname + search);
  }, [client, pathname, search]);
  useUpToDate(pathname);
  const main = useFocusOnArrival(pathname);
  const nav = useRoving<HTMLElement>();

  if (!session.data) return <Skeleton />;
  const desk = session.data.user.role === 'front-desk';
  const mine = places.filter((place) => place.desk || !desk);
  const isAgency = pathname.startsWith('/agency');
  const tabs: { to: string; label: string; count?: number }[] = client
    ? mine.map(({ path, label }) => ({
        ...{ to: `/${client.slug}/${path}`, label },
        count: path === 'messages' ? (inbox?.unread ?? 0) : 0,
      }))
    : isAgency
      ? agencyPlaces
          .filter(({ right }) => roleMay(session.data.user.role, right))
          .map(({ path, label }) => ({ to: path, label }))
      : [];
  return (
    <div className="flex h-dvh flex-col">
      <a
        href="#content"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:m-2 focus:rounded-control focus:bg-sheet focus:px-3 focus:py-2 focus:font-semibold"
        onClick={(event) => {
          event.preventDefault();
          main.current?.focus();
        }}
      >
        Skip to the content
      </a>
      <header className="flex h-[52px] shrink-0 items-center gap-1 border-b border-line bg-sheet px-5 max-md:h-auto max-md:flex-wrap max-md:px-3 max-md:py-2 print:hidden">
        <NavLink
          to="/"
          className="mr-3 flex shrink-0 items-center gap-2 font-title text-[17px] font-semibold max-md:mr-1"
          aria-label="Plum Gate home"
        >
          <img src="/mark.svg" alt="" className="size-6" />
          <span className="whitespace-nowrap max-[1380px]:hidden">Plum Gate</span>
        </NavLink>
        <ClientPicker client={client} isAgency={isAgency} mayAdd={!desk} />
        {tabs.length > 0 && (
          <nav
            ref={nav}
            aria-label="Places"
            className="ml-3 flex self-stretch max-md:order-last max-md:ml-0 max-md:w-full max-md:overflow-x-auto"
          >
            {tabs.map(({ to, label, count = 0 }) => (
              <NavLink
                key={to}
                to={to}
                end={to === '/agency'}
                className={({ isActive }) =>
                  `flex items-center border-b-2 px-3 font-medium whitespace-nowrap max-md:px-2 max-md:py-2 max-md:text-[13px] ${isActive || (to.endsWith('/funnels') && pathname.includes('/pages/')) ? 'border-plum text-plum-dark' : 'border-transparent text-muted hover:text-ink'}`
                }
              >
                {label}
                {count > 0 && (
                  <span className="ml-1.5 rounded-full bg-plum px-1.5 text-xs font-semibold text-sheet tabular-nums">
                    {count > 99 ? '99+' : count}
                    <span className="sr-only"> unread</span>
                  </span>
                )}
              </NavLink>
            ))}
          </nav>
        )}
        <div className="ml-auto flex items-center gap-3 max-md:gap-2">
          {client && <Finder client={client} session={session.data} places={mine} />}
          {client && <HelpButton />}
          {session.data.demo && (
            <ClockChip mayMove={!desk} zone={client?.zone ?? 'America/New_York'} />
          )}
          <AccountMenu session={session.data} />
        </div>
      </header>
      <main
        ref={main}
        id="content"
        aria-label="Content"
        tabIndex={-1}
        className="min-h-0 flex-1 overflow-auto outline-none"
      >
        {asked && clients.data && !client ? <NoSuchPlace /> : <Outlet />}
      </main>
      <SignInAgain session={session.data} />
      <LeadNotices session={session.data} />
    </div>
  );
}

function LeadNotices({ session }: { session: SignedIn }) {
  useLeadNotices(session);
  return null;
}

/** Loads the program anew as one goes to another place, where it was brought up to date: what was typed is saved by then. */
function useUpToDate(pathname: string): void {
  const place = pathname.split('/').slice(0, 3).join('/');
  const before = useRef(place);
  useEffect(() => {
    if (before.current === place) return;
    before.current = place;
    if (builds.isOutdated()) window.location.reload();
  }, [place]);
}

/** Where a press led to another place and what was pressed is gone, the focus goes on to that place. */
function useFocusOnArrival(pathname: string): RefObject<HTMLElement | null> {
  const main = useRef<HTMLElement>(null);
  useEffect(() => {
    const waiting = setTimeout(() => {
      if (document.activeElement === document.body) main.current?.focus({ preventScroll: true });
    });
    return () => clearTimeout(waiting);
  }, [pathname]);
  return main;
}
