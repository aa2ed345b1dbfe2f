import { useEffect } from 'react';
import { NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { useClients, useSession } from '../api/hooks.ts';
import { Skeleton } from '../ui/states.tsx';
import { AccountMenu } from './account-menu.tsx';
import { ClientPicker } from './client-picker.tsx';
import { lastClient, useClient } from '../api/client.ts';
import { ClockChip } from './clock-chip.tsx';
import { NoSuchPlace } from './no-such-place.tsx';

const places = [
  { path: 'today', label: 'Today', desk: true },
  { path: 'funnels', label: 'Funnels', desk: false },
  { path: 'people', label: 'People', desk: true },
  { path: 'bookings', label: 'Bookings', desk: true },
  { path: 'follow-up', label: 'Follow-up', desk: false },
  { path: 'set-up', label: 'Settings', desk: false },
] as const;

/** The one bar on top, and the place below it. People who are not signed in are sent to sign in first. */
export function Frame() {
  const session = useSession();
  const clients = useClients();
  const client = useClient();
  const { client: asked } = useParams();
  const navigate = useNavigate();
  const { pathname } = useLocation();

  useEffect(() => {
    if (session.error?.problem.code === 'not-signed-in')
      void navigate('/sign-in', { replace: true });
  }, [session.error, navigate]);
  useEffect(() => {
    if (client) lastClient.keep(client.slug);
  }, [client]);

  if (!session.data) return <Skeleton />;
  const desk = session.data.user.role === 'front-desk';
  return (
    <div className="flex h-dvh flex-col">
      <header className="flex h-[52px] shrink-0 items-center gap-1 border-b border-line bg-sheet px-5 max-md:h-auto max-md:flex-wrap max-md:px-3 max-md:py-2">
        <NavLink
          to="/"
          className="mr-3 flex items-center gap-2 font-title text-[17px] font-semibold max-md:mr-1"
          aria-label="Plum Gate, first page"
        >
          <img src="/mark.svg" alt="" className="size-6" />
          <span className="max-lg:hidden">Plum Gate</span>
        </NavLink>
        <ClientPicker client={client} mayAdd={!desk} />
        {client && (
          <nav
            aria-label="Places"
            className="ml-3 flex self-stretch max-md:order-last max-md:ml-0 max-md:w-full max-md:overflow-x-auto"
          >
            {places
              .filter((place) => place.desk || !desk)
              .map((place) => (
                <NavLink
                  key={place.path}
                  to={`/${client.slug}/${place.path}`}
                  className={({ isActive }) =>
                    `flex items-center border-b-2 px-3 font-medium whitespace-nowrap max-md:px-2 max-md:py-2 max-md:text-[13px] ${isActive || (place.path === 'funnels' && pathname.includes('/pages/')) ? 'border-plum text-plum-dark' : 'border-transparent text-muted hover:text-ink'}`
                  }
                >
                  {place.label}
                </NavLink>
              ))}
          </nav>
        )}
        <div className="ml-auto flex items-center gap-3 max-md:gap-2">
          {session.data.demo && (
            <ClockChip mayMove={!desk} zone={client?.zone ?? 'America/New_York'} />
          )}
          <AccountMenu session={session.data} />
        </div>
      </header>
      <div className="min-h-0 flex-1 overflow-auto">
        {asked && clients.data && !client ? <NoSuchPlace /> : <Outlet />}
      </div>
    </div>
  );
}
