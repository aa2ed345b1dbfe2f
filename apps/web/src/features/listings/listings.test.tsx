import { api, type ListingView } from '@plumgate/contract';
import type { ListingId, PageId } from '@plumgate/core/basics';
import { emptyListing, type ListingContent } from '@plumgate/core/listings';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { sheet } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { ListingScreen } from './listing-screen.tsx';
import { ListingsScreen } from './listings-screen.tsx';
import { MarketScreen } from './market-screen.tsx';

const home = (
  n: number,
  changes: Partial<ListingContent> = {},
  more: Partial<ListingView> = {},
) => ({
  ...{ id: idOf<ListingId>(n), version: 1, changedAt: '2026-11-05T14:12:00Z' },
  ...{ agent: null, page: null },
  content: { ...emptyListing, street: `${n} Kelp Lane`, town: 'Gannet Head', ...changes },
  ...more,
});
const listed = (listings: ListingView[]) => ({
  ...{ listings, next: null, total: listings.length, towns: ['Gannet Head'] },
});
const made = { funnelId: idOf<never>(70), pageId: idOf<PageId>(71) };
const at = { at: 'funnels/listings', place: 'funnels/listings' };

it('shows what each costs, what was asked before, and its page or the way to one', async () => {
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(
      api.listListings,
      listed([
        home(1, {
          ...{ price: 31_500_000, beds: 2, number: 'MC-1' },
          pricesBefore: [{ price: 32_900_000, until: '2026-10-01' }],
        }),
        home(2, {}, { page: { name: '2 Kelp Lane', address: 'http://homes.example.com/2' } }),
        home(3, { status: 'sold' }),
      ]),
    )
    .on(api.makeListingPage, made);
  show(<ListingsScreen />, server, at);
  expect(await screen.findByText('$315,000')).toBeTruthy();
  expect(screen.getByText('$329,000').tagName).toBe('S');
  expect(screen.getByText('2 beds · MC-1')).toBeTruthy();
  expect(screen.getByRole('link', { name: /Its page/ }).getAttribute('href')).toContain('/2');
  expect(screen.getAllByRole('button', { name: 'Make its page' })).toHaveLength(1);
  fireEvent.click(screen.getByRole('button', { name: 'Make its page' }));
  await waitFor(() => expect(server.sent(api.makeListingPage)).toHaveLength(1));
});

it('asks for a price as it is typed, and says so where nothing is like that', async () => {
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(api.listListings, ({ query }: { query: { priceTo?: unknown } }) =>
      listed(query.priceTo ? [] : [home(1)]),
    );
  show(<ListingsScreen />, server, at);
  fireEvent.change(await screen.findByLabelText('Price up to'), { target: { value: '$300,000' } });
  expect(await screen.findByText('No home is like that.')).toBeTruthy();
  expect(server.sent(api.listListings).at(-1)!.query).toMatchObject({ priceTo: '30000000' });
});

const forForm = () =>
  serverOf()
    .on(api.getClient, sheet)
    .on(api.getClientRecords, { staff: [], services: [], reviews: [] });

it('a new one needs its street; saved, its page is made', async () => {
  const server = forForm()
    .on(api.createListing, { id: idOf<ListingId>(9) })
    .on(api.makeListingPage, made);
  show(<ListingScreen />, server, {
    ...{ at: 'funnels/listings/new', place: 'funnels/listings/:listingId' },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Save and make its page' }));
  expect(await screen.findByText('Give the street and number.')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Street and number'), {
    target: { value: '9 Kelp Lane' },
  });
  fireEvent.change(screen.getByLabelText('Price, USD'), { target: { value: '315,000' } });
  fireEvent.change(screen.getByLabelText('Size'), { target: { value: '1640' } });
  fireEvent.change(screen.getByLabelText('Features, one per line'), {
    target: { value: 'Woodstove\n\nMudroom\n' },
  });
  fireEvent.click(screen.getByRole('button', { name: 'Save and make its page' }));
  await waitFor(() => expect(server.sent(api.makeListingPage)).toHaveLength(1));
  expect(server.sent(api.createListing)[0]!.body).toMatchObject({
    ...{ street: '9 Kelp Lane', price: 31_500_000, features: ['Woodstove', 'Mudroom'] },
    size: { amount: 1640, unit: 'sqft' },
  });
});

it('keeps what was typed when somebody else saved first', async () => {
  const server = forForm()
    .on(api.getListing, home(1))
    .on(api.saveListing, () => refusal(409, 'Somebody changed this meanwhile.'));
  show(<ListingScreen />, server, {
    at: `funnels/listings/${idOf<ListingId>(1)}`,
    place: 'funnels/listings/:listingId',
  });
  fireEvent.change(await screen.findByLabelText('Beds'), { target: { value: '4' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('Somebody changed this meanwhile.')).toBeTruthy();
  expect((screen.getByLabelText('Beds') as HTMLInputElement).value).toBe('4');
});

it('says what the market of an area is, and of what there is too little to say', async () => {
  const told = (value: number | null, count: number) => ({ value, count });
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(api.listAreas, {
      areas: [
        {
          ...{ id: idOf<never>(5), version: 1 },
          content: { name: 'The Head', postcodes: ['04596'], towns: [], outline: [] },
        },
      ],
    })
    .on(api.getAreaReport, {
      ...{ name: 'The Head', from: '2026-08-08', to: '2026-11-05', currency: 'USD', unit: 'sqft' },
      report: {
        ...{ medianPrice: told(41_250_000, 12), pricePerArea: told(31_250, 12) },
        ...{ daysOnMarket: told(null, 3), saleToList: told(0.978, 12) },
        ...{ forSale: 7, sold30: 4, sold90: 12, monthsOfSupply: told(1.75, 12) },
      },
      months: [{ month: '2026-11', medianPrice: told(null, 2), forSale: 7, sold: 2 }],
    });
  show(<MarketScreen />, server, { at: 'funnels/market', place: 'funnels/market' });
  expect(await screen.findByText('$412,500')).toBeTruthy();
  expect(screen.getByText('97.8%')).toBeTruthy();
  expect(screen.getByText('Too few to say: 3 sales, at least 5 needed')).toBeTruthy();
  expect(screen.getByText(/in no month so far.*7 in Nov 26, 7 now/)).toBeTruthy();
});
