import { api, type Answered } from '@plumgate/contract';
import {
  englishHome,
  isForSale,
  listingFacts,
  listingName,
  listingPrice,
  ListingStatus,
} from '@plumgate/core/listings';
import { readMoney } from '@plumgate/core/basics';
import { EllipsisVertical, ExternalLink, Plus, Upload } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndlessList, useEndpoint } from '../../api/hooks.ts';
import { Button, IconButton, LinkButton } from '../../ui/button.tsx';
import { InlineField, InlineSelect } from '../../ui/field.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { FunnelsTabs } from '../funnels/funnels-tabs.tsx';
import { ShareHome } from './share-home.tsx';
import { ImportListings } from './import-listings.tsx';

type Listed = Answered<typeof api.listListings>['listings'][number];
type Client = NonNullable<ReturnType<typeof useClient>>;

const statusTones = {
  soon: 'tide',
  active: 'leaf',
  pending: 'honey',
  sold: 'plum',
  withdrawn: 'plain',
} as const;

/** The homes that a client sells: found by what they say, each with its page. */
export function ListingsScreen() {
  const client = useClient();
  const [isImporting, setImporting] = useState(false);
  const act = useAct();
  if (!client) return <Skeleton />;
  const params = { clientId: client.id };
  return (
    <div className="flex h-full flex-col">
      <PageHead title="Funnels">
        <Menu
          trigger={
            <IconButton label="More for listings">
              <EllipsisVertical />
            </IconButton>
          }
          items={[
            {
              label: 'Export as CSV',
              does: () => void act(() => saveFile(api.exportListings, { params })),
            },
            {
              label: 'Export as JSON',
              does: () => void act(() => saveFile(api.exportListingsJson, { params })),
            },
          ]}
        />
        <Button onClick={() => setImporting(true)}>
          <Upload className="size-4" aria-hidden /> Import
        </Button>
        <LinkButton look="main" to={`/${client.slug}/funnels/listings/new`}>
          <Plus className="size-4" aria-hidden /> New listing
        </LinkButton>
      </PageHead>
      <FunnelsTabs client={client} />
      <Listings client={client} />
      {isImporting && <ImportListings client={client} onClose={() => setImporting(false)} />}
    </div>
  );
}

/** The question is kept in the address, so that it can be passed on. */
function Listings({ client }: { client: Client }) {
  const [asked, setAsked] = useSearchParams();
  const facts = useEndpoint(api.getClient, { params: { clientId: client.id } }).data?.facts;
  const {
    find = '',
    status,
    town,
    from,
    to,
  } = Object.fromEntries(asked) as Partial<Record<string, string>>;
  const amount = (text: string | undefined) => {
    const read = text ? readMoney(text, client.currency) : null;
    return read?.ok ? { amount: read.value.amount } : null;
  };
  const set = (changes: Record<string, string>) =>
    setAsked(
      Object.entries({ ...Object.fromEntries(asked), ...changes }).filter(([, value]) => value),
      { replace: true },
    );
  const known = ListingStatus.safeParse(status);
  const [least, most] = [amount(from), amount(to)];
  const list = useEndlessList(
    api.listListings,
    {
      params: { clientId: client.id },
      query: {
        ...{ find, town },
        ...(known.success && { status: known.data }),
        ...(least && { priceFrom: least.amount }),
        ...(most && { priceTo: most.amount }),
      },
    },
    { keepsShown: true },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!list.data || !facts) return <Skeleton />;
  const [first] = list.data.pages;
  const homes = list.data.pages.flatMap(({ listings }) => listings);
  const isAsking = [...asked].length > 0;
  if (first!.total === 0 && !isAsking)
    return (
      <Empty title={`No homes for sale for ${client.name} yet`}>
        <p>
          Type a home once: its page, its price everywhere and its card follow. Or bring them all in
          from a file of your listing system.
        </p>
        <LinkButton look="main" to={`/${client.slug}/funnels/listings/new`}>
          New listing
        </LinkButton>
      </Empty>
    );
  return (
    <div className="min-h-0 flex-1 overflow-auto px-6 py-4 max-md:px-4">
      <div className="mb-4 flex flex-wrap items-center gap-2">
        <SearchField
          label="Find a listing"
          placeholder="Address or number"
          value={find}
          onChange={(text) => set({ find: text })}
        />
        <InlineSelect
          label="Status"
          options={{ '': 'Any status', ...englishHome.statuses }}
          value={status ?? ''}
          onChange={(chosen) => set({ status: chosen })}
        />
        <InlineSelect
          label="Town"
          options={{
            '': 'Any town',
            ...Object.fromEntries(first!.towns.map((one) => [one, one])),
          }}
          value={town ?? ''}
          onChange={(chosen) => set({ town: chosen })}
        />
        <InlineField
          label="Price from"
          placeholder="Price from"
          className="w-28"
          value={from ?? ''}
          onChange={(text) => set({ from: text })}
        />
        <InlineField
          label="Price up to"
          placeholder="up to"
          className="w-28"
          value={to ?? ''}
          onChange={(text) => set({ to: text })}
        />
        <span className="ml-auto text-muted tabular-nums">
          {first!.total.toLocaleString('en-US')} {first!.total === 1 ? 'home' : 'homes'}
        </span>
      </div>
      {homes.length === 0 && <p className="py-8 text-center text-muted">No home is like that.</p>}
      <ul className="grid gap-2">
        {homes.map((home) => (
          <Home key={home.id} home={home} clientId={client.id} slug={client.slug} reader={facts} />
        ))}
      </ul>
      {list.hasNextPage && (
        <div className="py-4 text-center">
          <Button onClick={() => void list.fetchNextPage()}>Show more</Button>
        </div>
      )}
    </div>
  );
}

function Home({
  home,
  clientId,
  slug,
  reader: { currency, locale },
}: {
  home: Listed;
  clientId: string;
  slug: string;
  reader: { currency: string; locale: string };
}) {
  const { id, content, page } = home;
  const navigate = useNavigate();
  const act = useAct();
  const { remove, removal } = useRemoval();
  const [isSharing, setSharing] = useState(false);
  const reader = { currency, locale, words: englishHome };
  const name = listingName(content);
  const [first] = content.pictures;
  const before = content.pricesBefore.at(-1);
  const makePage = () =>
    act(async () => {
      const made = await call(api.makeListingPage, { params: { listingId: id }, body: {} });
      void navigate(`/${slug}/pages/${made.pageId}`);
      return { said: `Made the page of ${name}. Publish it when you have looked at it.` };
    });
  return (
    <li className="flex items-center gap-4 rounded-card border border-line bg-sheet p-3 max-md:flex-wrap">
      {first ? (
        <img
          src={`/~/pictures/${first.picture.id}-240.webp`}
          alt=""
          className="h-16 w-24 shrink-0 rounded-control object-cover"
        />
      ) : (
        <span className="grid h-16 w-24 shrink-0 place-items-center rounded-control bg-line text-xs text-muted">
          No picture
        </span>
      )}
      <div className="min-w-0 flex-1 basis-48">
        <Link
          className="block truncate font-title text-lg font-semibold hover:underline"
          to={`/${slug}/funnels/listings/${id}`}
        >
          {name}
        </Link>
        <p className="truncate text-muted">
          {[listingFacts(content, reader), content.number].filter(Boolean).join(' · ')}
        </p>
      </div>
      <p className="text-right tabular-nums">
        <span className="block font-semibold">{listingPrice(content.price, reader)}</span>
        {before && <s className="block text-xs text-muted">{listingPrice(before.price, reader)}</s>}
      </p>
      <span className="w-32 max-md:w-auto">
        <Pill tone={statusTones[content.status]}>{englishHome.statuses[content.status]}</Pill>
      </span>
      <span className="w-36 text-right max-md:w-auto">
        {page ? (
          <a
            className="inline-flex items-center gap-1 font-semibold text-plum-dark underline"
            href={page.address}
            target="_blank"
            rel="noreferrer"
          >
            Its page <ExternalLink className="size-3.5" aria-hidden />
          </a>
        ) : (
          isForSale(content) && <Button onClick={() => void makePage()}>Make its page</Button>
        )}
      </span>
      <Menu
        trigger={
          <IconButton label={`More for ${name}`}>
            <EllipsisVertical />
          </IconButton>
        }
        items={[
          { label: 'Edit', does: () => void navigate(`/${slug}/funnels/listings/${id}`) },
          { label: 'Code, cards and posts', does: () => setSharing(true), off: page === null },
          { label: page ? 'Make another page' : 'Make its page', does: () => void makePage() },
          null,
          {
            label: 'Delete',
            grave: true,
            does: () =>
              void remove({
                ...{ kind: 'listing', id },
                does: () => call(api.removeListing, { params: { listingId: id } }),
              }),
          },
        ]}
      />
      {removal}
      {isSharing && <ShareHome clientId={clientId} home={home} onClose={() => setSharing(false)} />}
    </li>
  );
}
