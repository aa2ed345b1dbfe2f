import { createBrowserRouter, redirect } from 'react-router';
import { InvitationScreen } from '../features/accounts/invitation-screen.tsx';
import { NewPasswordScreen } from '../features/accounts/new-password-screen.tsx';
import { SetUpScreen } from '../features/accounts/set-up-screen.tsx';
import { SignInScreen } from '../features/accounts/sign-in-screen.tsx';
import { askForPage } from '../features/pages/asked-page.ts';
import { FirstPlace } from './first-place.tsx';
import { Frame } from './frame.tsx';
import { NoSuchPlace } from './no-such-place.tsx';

/** The places of the app; each is loaded when it is first opened. */
export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInScreen /> },
  { path: '/welcome', element: <SetUpScreen /> },
  { path: '/invitation/:token', element: <InvitationScreen /> },
  { path: '/new-password/:token?', element: <NewPasswordScreen /> },
  {
    element: <Frame />,
    errorElement: <NoSuchPlace />,
    hydrateFallbackElement: <div />,
    children: [
      { path: '/', element: <FirstPlace /> },
      {
        path: '/clients/new',
        lazy: async () => ({
          Component: (await import('../features/clients/new-client-screen.tsx')).NewClientScreen,
        }),
      },
      {
        path: '/profile',
        lazy: async () => ({
          Component: (await import('../features/profile/profile-screen.tsx')).ProfileScreen,
        }),
      },
      {
        path: '/agency',
        lazy: async () => ({
          Component: (await import('../features/today/overview-screen.tsx')).OverviewScreen,
        }),
      },
      {
        path: '/agency/today',
        lazy: async () => ({
          Component: (await import('../features/today/everywhere-screen.tsx')).EverywhereScreen,
        }),
      },
      {
        path: '/agency/team',
        lazy: async () => ({
          Component: (await import('../features/team/team-screen.tsx')).TeamScreen,
        }),
      },
      {
        path: '/agency/team/activity',
        lazy: async () => ({
          Component: (await import('../features/team/activity-screen.tsx')).ActivityScreen,
        }),
      },
      {
        path: '/agency/team/mail',
        lazy: async () => ({
          Component: (await import('../features/team/account-mail-screen.tsx')).AccountMailScreen,
        }),
      },
      {
        path: '/:client/funnels',
        lazy: async () => ({
          Component: (await import('../features/funnels/funnels-screen.tsx')).FunnelsScreen,
        }),
      },
      {
        path: '/:client/funnels/new',
        lazy: async () => ({
          Component: (await import('../features/funnels/new-funnel-screen.tsx')).NewFunnelScreen,
        }),
      },
      {
        path: '/:client/funnels/:funnelId',
        lazy: async () => ({
          Component: (await import('../features/funnels/path-screen.tsx')).PathScreen,
        }),
      },
      {
        path: '/:client/funnels/pages',
        lazy: async () => ({
          Component: (await import('../features/funnels/all-pages-screen.tsx')).AllPagesScreen,
        }),
      },
      {
        path: '/:client/funnels/forms',
        lazy: async () => ({
          Component: (await import('../features/funnels/forms-screen.tsx')).FormsScreen,
        }),
      },
      {
        path: '/:client/funnels/forms/:formId',
        lazy: async () => ({
          Component: (await import('../features/editor/form-screen.tsx')).FormScreen,
        }),
      },
      {
        path: '/:client/funnels/sources',
        lazy: async () => ({
          Component: (await import('../features/funnels/sources-screen.tsx')).SourcesScreen,
        }),
      },
      {
        path: '/:client/funnels/listings',
        lazy: async () => ({
          Component: (await import('../features/listings/listings-screen.tsx')).ListingsScreen,
        }),
      },
      {
        path: '/:client/funnels/market',
        lazy: async () => ({
          Component: (await import('../features/listings/market-screen.tsx')).MarketScreen,
        }),
      },
      {
        path: '/:client/funnels/listings/:listingId',
        lazy: async () => ({
          Component: (await import('../features/listings/listing-screen.tsx')).ListingScreen,
        }),
      },
      {
        path: '/:client/pages/:pageId',
        // The page comes while the editor's files do.
        loader: ({ params }) => {
          askForPage(params.pageId!);
          return null;
        },
        shouldRevalidate: ({ currentParams, nextParams }) =>
          currentParams.pageId !== nextParams.pageId,
        lazy: async () => ({
          Component: (await import('../features/editor/editor-screen.tsx')).EditorScreen,
        }),
      },
      {
        path: '/:client/results/tests',
        lazy: async () => ({
          Component: (await import('../features/split-tests/tests-screen.tsx')).TestsScreen,
        }),
      },
      {
        path: '/:client/results/tests/:testId',
        lazy: async () => ({
          Component: (await import('../features/split-tests/test-screen.tsx')).TestScreen,
        }),
      },
      {
        path: '/:client/results/spend',
        lazy: async () => ({
          Component: (await import('../features/spend/spend-screen.tsx')).SpendScreen,
        }),
      },
      {
        path: '/:client/results/evidence',
        lazy: async () => ({
          Component: (await import('../features/evidence/evidence-screen.tsx')).EvidenceScreen,
        }),
      },
      {
        path: '/:client/results/funnel',
        lazy: async () => ({
          Component: (await import('../features/funnel-results/funnel-results-screen.tsx'))
            .FunnelResultsScreen,
        }),
      },
      {
        path: '/:client/results/reports',
        lazy: async () => ({
          Component: (await import('../features/reports/reports-screen.tsx')).ReportsScreen,
        }),
      },
      {
        path: '/:client/results/tags',
        lazy: async () => ({
          Component: (await import('../features/tags/tags-screen.tsx')).TagsScreen,
        }),
      },
      {
        path: '/:client/results/conversions',
        lazy: async () => ({
          Component: (await import('../features/conversions/conversions-screen.tsx'))
            .ConversionsScreen,
        }),
      },
      {
        path: '/:client/results',
        lazy: async () => ({
          Component: (await import('../features/results/results-screen.tsx')).ResultsScreen,
        }),
      },
      {
        path: '/:client/people/:personId?',
        lazy: async () => ({
          Component: (await import('../features/people/people-screen.tsx')).PeopleScreen,
        }),
      },
      {
        path: '/:client/people/board',
        lazy: async () => ({
          Component: (await import('../features/people/board-screen.tsx')).BoardScreen,
        }),
      },
      {
        path: '/:client/people/import',
        lazy: async () => ({
          Component: (await import('../features/people/import-screen.tsx')).ImportScreen,
        }),
      },
      {
        path: '/:client/people/doubles',
        lazy: async () => ({
          Component: (await import('../features/people/doubles-screen.tsx')).DoublesScreen,
        }),
      },
      {
        path: '/:client/people/fields',
        lazy: async () => ({
          Component: (await import('../features/people/fields-screen.tsx')).FieldsScreen,
        }),
      },
      {
        path: '/:client/people/submissions',
        lazy: async () => ({
          Component: (await import('../features/submissions/submissions-screen.tsx'))
            .SubmissionsScreen,
        }),
      },
      {
        path: '/:client/today',
        lazy: async () => ({
          Component: (await import('../features/today/today-screen.tsx')).TodayScreen,
        }),
      },
      {
        path: '/:client/held',
        lazy: async () => ({
          Component: (await import('../features/held/held-screen.tsx')).HeldScreen,
        }),
      },
      {
        path: '/:client/bookings',
        lazy: async () => ({
          Component: (await import('../features/bookings/bookings-screen.tsx')).BookingsScreen,
        }),
      },
      {
        path: '/:client/bookings/rates',
        lazy: async () => ({
          Component: (await import('../features/bookings/rates-screen.tsx')).RatesScreen,
        }),
      },
      {
        path: '/:client/bookings/day-list',
        lazy: async () => ({
          Component: (await import('../features/bookings/day-list-screen.tsx')).DayListScreen,
        }),
      },
      {
        path: '/:client/bookings/staff',
        lazy: async () => ({
          Component: (await import('../features/bookings/staff-screen.tsx')).StaffScreen,
        }),
      },
      {
        path: '/:client/bookings/calendars/:calendarId',
        lazy: async () => ({
          Component: (await import('../features/bookings/calendar-screen.tsx')).CalendarScreen,
        }),
      },
      {
        path: '/:client/follow-up/rules',
        lazy: async () => ({
          Component: (await import('../features/routing/rules-screen.tsx')).RulesScreen,
        }),
      },
      {
        path: '/:client/follow-up',
        lazy: async () => ({
          Component: (await import('../features/followup/sequences-screen.tsx')).SequencesScreen,
        }),
      },
      {
        path: '/:client/follow-up/vouchers',
        lazy: async () => ({
          Component: (await import('../features/vouchers/vouchers-screen.tsx')).VouchersScreen,
        }),
      },
      {
        path: '/:client/follow-up/campaigns',
        lazy: async () => ({
          Component: (await import('../features/campaigns/campaigns-screen.tsx')).CampaignsScreen,
        }),
      },
      {
        path: '/:client/follow-up/campaigns/:campaignId',
        lazy: async () => ({
          Component: (await import('../features/campaigns/campaign-screen.tsx')).CampaignScreen,
        }),
      },
      {
        path: '/:client/messages/:personId?',
        lazy: async () => ({
          Component: (await import('../features/messages/inbox-screen.tsx')).InboxScreen,
        }),
      },
      {
        path: '/:client/messages/sent/:messageId?',
        lazy: async () => ({
          Component: (await import('../features/messages/sent-screen.tsx')).SentScreen,
        }),
      },
      {
        path: '/:client/messages/post-room/:messageId?',
        lazy: async () => ({
          Component: (await import('../features/messages/post-room-screen.tsx')).PostRoomScreen,
        }),
      },
      {
        // Where it was before: links that somebody kept go on to where it is.
        path: '/:client/follow-up/post-room/*',
        loader: ({ params }) => redirect(`/${params.client}/messages/post-room/${params['*']}`),
      },
      {
        path: '/:client/follow-up/library',
        lazy: async () => ({
          Component: (await import('../features/followup/library-screen.tsx')).LibraryScreen,
        }),
      },
      {
        path: '/:client/follow-up/:sequenceId',
        lazy: async () => ({
          Component: (await import('../features/followup/sequence-screen.tsx')).SequenceScreen,
        }),
      },
      {
        path: '/:client/set-up',
        lazy: async () => ({
          Component: (await import('../features/fact-sheet/fact-sheet-screen.tsx')).FactSheetScreen,
        }),
      },
      {
        path: '/:client/set-up/records',
        lazy: async () => ({
          Component: (await import('../features/records/records-screen.tsx')).RecordsScreen,
        }),
      },
      {
        path: '/:client/set-up/bin',
        lazy: async () => ({
          Component: (await import('../features/bin/bin-screen.tsx')).BinScreen,
        }),
      },
      {
        path: '/:client/set-up/addresses',
        lazy: async () => ({
          Component: (await import('../features/domains/addresses-screen.tsx')).AddressesScreen,
        }),
      },
      {
        path: '/:client/set-up/email',
        lazy: async () => ({
          Component: (await import('../features/domains/email-screen.tsx')).EmailScreen,
        }),
      },
      {
        path: '/:client/set-up/dns-host',
        lazy: async () => ({
          Component: (await import('../features/domains/dns-host-screen.tsx')).DnsHostScreen,
        }),
      },
      { path: '*', element: <NoSuchPlace /> },
    ],
  },
]);
