import {
  api,
  type ClientSummary,
  type ConditionChoices,
  type SignedIn,
  type SenderView,
} from '@plumgate/contract';
import { usualSender } from '@plumgate/core/emails';
import type { ClientId, UserId } from '@plumgate/core/basics';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, type RenderResult } from '@testing-library/react';
import { useEffect, type ReactNode } from 'react';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { Toaster } from 'sonner';
import { FakeServer } from './fake-server.ts';

export const quayside: ClientSummary = {
  id: '00000000-0000-4000-8000-0000000000c1' as ClientId,
  name: 'Quayside Dental',
  slug: 'quayside-dental' as ClientSummary['slug'],
  trade: 'Dentist',
  zone: 'America/New_York',
  ...{ currency: 'USD', country: 'US' },
  site: 'http://quayside-dental.localhost:4310',
  knownSite: 'http://quayside-dental.localhost:4310',
  ownMarker: 'own',
  measuring: 'cookie',
  colour: '#1D6A6E',
};

/** A made-up id that tells its number. */
export const idOf = <Id extends string>(number: number): Id =>
  `00000000-0000-4000-8000-${String(number).padStart(12, '0')}` as Id;

/** A marketer of the agency. */
export const signedIn: SignedIn = {
  user: {
    id: idOf<UserId>(1),
    name: 'Maren Oriel',
    email: 'marketer@tallow-thyme.test',
    role: 'marketer',
    clientIds: null,
  },
  agency: { name: 'Tallow & Thyme', zone: 'America/New_York', textPrice: null },
  demo: true,
};

/** Emails come from the installation's address, and answers go to the inbox. */
export const senderView: SenderView = {
  sender: usualSender,
  shown: {
    ...{ name: quayside.name, address: 'post@plumgate.test', replyTo: '' },
    ...{ domain: null, notYet: null },
  },
  ...{ installation: 'post@plumgate.test', inbox: 'quayside@plumgate.test', domains: [] },
};

/** A client of which conditions can name nothing. */
export const emptyChoices: ConditionChoices = {
  ...{
    form: [],
    page: [],
    funnel: [],
    user: [],
    calendar: [],
    sequence: [],
    stage: [],
    lostStages: [],
  },
  ...{ parts: [], tags: [], sources: [], towns: [], questions: [], fields: [] },
};

/** A server that knows the one client, asked by somebody who is signed in. */
export const serverOf = (): FakeServer =>
  new FakeServer()
    .on(api.listClients, { clients: [quayside] })
    .on(api.session, signedIn)
    .on(api.listCalendars, { calendars: [] })
    .on(api.listVoucherPools, { pools: [] })
    .on(api.getSender, senderView)
    .on(api.getClock, { now: '2026-11-05T14:12:00Z', demo: false });

/**
 * A screen as it stands in the app: at its place for Quayside, with the server it asks. `at` is what follows the
 * client in the address, `place` its pattern. Other places only say which they are.
 */
export function show(
  screen: ReactNode,
  server: FakeServer,
  { at = 'place', place = at }: { at?: string; place?: string } = {},
): RenderResult & { whereabouts: () => string } {
  server.install();
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  let path = '';
  const Whereabouts = () => {
    const { pathname, search } = useLocation();
    useEffect(() => void (path = pathname + search), [pathname, search]);
    return null;
  };
  const shown = render(
    <QueryClientProvider client={queries}>
      <MemoryRouter initialEntries={[`/${quayside.slug}/${at}`]}>
        <Whereabouts />
        <Routes>
          <Route path={`/:client/${place}`} element={screen} />
          <Route path="*" element={<p>Another place</p>} />
        </Routes>
      </MemoryRouter>
      <Toaster />
    </QueryClientProvider>,
  );
  return { ...shown, whereabouts: () => path };
}
