import { api, type ListingView } from '@plumgate/contract';
import type { ListingId } from '@plumgate/core/basics';
import {
  emptyListing,
  englishHome,
  listingAddress,
  ListingContent,
  listingName,
} from '@plumgate/core/listings';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { linesOf } from '../../ui/lines-of.ts';
import { NumberField } from '../../ui/number-field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, FailureLine, Skeleton } from '../../ui/states.tsx';
import { PlaceField } from '../fact-sheet/place-field.tsx';
import { EntryPicture } from '../pictures/entry-picture.tsx';
import { PictureList } from '../pictures/picture-list.tsx';
import { PriceField } from '../records/price-field.tsx';
import { AreaField } from './area-field.tsx';
import { OpenHouses } from './open-houses.tsx';

/** One home for sale: made by hand, or changed. */
export function ListingScreen() {
  const client = useClient();
  const { listingId } = useParams();
  const isNew = listingId === 'new';
  const params = { clientId: client?.id ?? '' };
  const enabled = { enabled: client !== undefined };
  const sheet = useEndpoint(api.getClient, { params }, enabled);
  const records = useEndpoint(api.getClientRecords, { params }, enabled);
  const known = useEndpoint(
    api.getListing,
    { params: { listingId: listingId! } },
    { enabled: !isNew },
  );
  const failed = [sheet, records, known].find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!client || !sheet.data || !records.data || (!isNew && !known.data)) return <Skeleton />;
  return (
    <Listing
      key={`${listingId} ${known.data?.version ?? 0}`}
      client={client}
      facts={sheet.data.facts}
      staff={records.data.staff}
      stored={isNew ? null : known.data!}
    />
  );
}

interface Around {
  client: NonNullable<ReturnType<typeof useClient>>;
  facts: { currency: string; country: string; town: string; region: string };
  staff: { id: string; name: string }[];
  /** Null for a new one. */
  stored: ListingView | null;
}

function Listing({ client, facts, staff, stored }: Around) {
  const navigate = useNavigate();
  const refresh = useRefreshAll();
  const [content, setContent] = useState<ListingContent>(
    stored?.content ?? { ...emptyListing, town: facts.town, region: facts.region },
  );
  const [failure, setFailure] = useState<unknown>(null);
  const [isTried, setTried] = useState(false);
  const set = (changes: Partial<ListingContent>) => setContent({ ...content, ...changes });
  const issues = ListingContent.safeParse(content).error?.issues ?? [];
  const problem = (field: keyof ListingContent) =>
    isTried ? issues.find(({ path }) => path[0] === field)?.message : undefined;

  const save = async (): Promise<ListingId | null> => {
    setTried(true);
    setFailure(null);
    if (issues.length > 0) return null;
    try {
      const { pricesBefore: _found, ...given } = content;
      const id = stored
        ? (
            await call(api.saveListing, {
              params: { listingId: stored.id },
              body: { version: stored.version, content },
            })
          ).id
        : (await call(api.createListing, { params: { clientId: client.id }, body: given })).id;
      await refresh();
      return id;
    } catch (error) {
      setFailure(error);
      return null;
    }
  };
  const saveOnly = async () => {
    if (!(await save())) return;
    toast(stored?.page ? 'Saved. Publish its page to show what changed.' : 'Saved.');
    void navigate(`/${client.slug}/funnels/listings`);
  };
  const saveAndMake = async () => {
    const id = await save();
    if (!id) return;
    try {
      const made = await call(api.makeListingPage, { params: { listingId: id }, body: {} });
      void navigate(`/${client.slug}/pages/${made.pageId}`);
    } catch (error) {
      setFailure(error);
    }
  };
  const hasPage = stored?.page != null;
  return (
    <form
      noValidate
      className="flex h-full flex-col"
      onSubmit={(event) => {
        event.preventDefault();
        void saveOnly();
      }}
    >
      <PageHead title={stored ? listingName(stored.content) : 'New listing'}>
        <Button onClick={() => void navigate(`/${client.slug}/funnels/listings`)}>Cancel</Button>
        <Button look={hasPage ? 'main' : 'plain'} type="submit">
          Save
        </Button>
        {!hasPage && (
          <Button look="main" onClick={() => void saveAndMake()}>
            Save and make its page
          </Button>
        )}
      </PageHead>
      <div className="min-h-0 flex-1 overflow-auto">
        <div className="px-6 pt-3 empty:hidden max-md:px-4">
          <FailureLine failure={failure} />
        </div>
        <div className="grid max-w-6xl items-start gap-x-8 gap-y-6 p-6 max-md:p-4 lg:grid-cols-3">
          <Place {...{ content, set, problem }} isInUs={facts.country === 'US'} />
          <Facts {...{ content, set, problem, facts, staff }} />
          <Words {...{ content, set, problem }} />
          <section className="grid gap-3 lg:col-span-2">
            <h2 className="text-lg">Pictures</h2>
            <PictureList
              isFolded
              most={60}
              items={content.pictures}
              onChange={(pictures) => set({ pictures })}
            />
          </section>
          <section className="grid gap-3">
            <h2 className="text-lg">Floor plan and film</h2>
            <EntryPicture picture={content.plan} onChange={(plan) => set({ plan })} />
            <TextField
              label="Address of a film or tour"
              type="url"
              placeholder="https://"
              error={problem('film')}
              value={content.film}
              onChange={({ target }) => set({ film: target.value })}
            />
          </section>
          <OpenHouses
            value={content.openHouses}
            problem={problem('openHouses')}
            onChange={(openHouses) => set({ openHouses })}
          />
          <History {...{ content, set, problem }} currency={facts.currency} />
        </div>
      </div>
    </form>
  );
}

interface Part {
  content: ListingContent;
  set: (changes: Partial<ListingContent>) => void;
  problem: (field: keyof ListingContent) => string | undefined;
}

function Place({ content, set, problem, isInUs }: Part & { isInUs: boolean }) {
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">Where it is</h2>
      <TextField
        label="Street and number"
        autoFocus
        maxLength={120}
        error={problem('street')}
        value={content.street}
        onChange={({ target }) => set({ street: target.value })}
      />
      <div className="grid grid-cols-[1fr_4rem_6rem] gap-2">
        <TextField
          label="Town"
          maxLength={80}
          value={content.town}
          onChange={({ target }) => set({ town: target.value })}
        />
        <TextField
          label={isInUs ? 'State' : 'Region'}
          maxLength={40}
          value={content.region}
          onChange={({ target }) => set({ region: target.value })}
        />
        <TextField
          label={isInUs ? 'ZIP code' : 'Postcode'}
          maxLength={20}
          value={content.postcode}
          onChange={({ target }) => set({ postcode: target.value })}
        />
      </div>
      <PlaceField
        place={content.place}
        address={() => listingAddress(content)}
        onChange={(place) => set({ place })}
      />
    </section>
  );
}

const unitsOfSize = { sqft: 'sq ft', sqm: 'm²' } as const;
const unitsOfLot = { acres: 'acres', sqft: 'sq ft', sqm: 'm²', hectares: 'ha' } as const;

function Facts({ content, set, problem, facts, staff }: Part & Pick<Around, 'facts' | 'staff'>) {
  const isInFeet = facts.country === 'US';
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">What it is</h2>
      <div className="grid grid-cols-2 gap-2">
        <PriceField
          label="Price"
          currency={facts.currency}
          amount={content.price}
          problem={problem('price')}
          onChange={(price) => set({ price })}
        />
        <SelectField
          label="Status"
          options={englishHome.statuses}
          value={content.status}
          onChange={({ target }) => set({ status: target.value as ListingContent['status'] })}
        />
        <NumberField
          label="Beds"
          max={99}
          value={content.beds}
          error={problem('beds')}
          onChange={(beds) => set({ beds })}
        />
        <NumberField
          label="Baths"
          max={99}
          step={0.5}
          value={content.baths}
          error={problem('baths')}
          onChange={(baths) => set({ baths })}
        />
        <AreaField
          label="Size"
          units={unitsOfSize}
          usual={isInFeet ? 'sqft' : 'sqm'}
          area={content.size}
          problem={problem('size')}
          onChange={(size) => set({ size })}
        />
        <AreaField
          label="Lot"
          units={unitsOfLot}
          usual={isInFeet ? 'acres' : 'sqm'}
          area={content.lot}
          problem={problem('lot')}
          onChange={(lot) => set({ lot })}
        />
        <SelectField
          label="Kind of home"
          options={englishHome.types}
          value={content.type}
          onChange={({ target }) => set({ type: target.value as ListingContent['type'] })}
        />
        <NumberField
          label="Built in"
          min={1500}
          max={2200}
          value={content.year}
          error={problem('year')}
          onChange={(year) => set({ year })}
        />
        <TextField
          label="Number of the listing"
          maxLength={60}
          value={content.number}
          onChange={({ target }) => set({ number: target.value })}
        />
        <SelectField
          label="Agent"
          options={{ '': 'Nobody', ...Object.fromEntries(staff.map(({ id, name }) => [id, name])) }}
          value={content.agent ?? ''}
          onChange={({ target }) =>
            set({ agent: (target.value || null) as ListingContent['agent'] })
          }
        />
      </div>
    </section>
  );
}

function Words({ content, set, problem }: Part) {
  // As typed: an empty line at the end is a line that is being begun.
  const [features, setFeatures] = useState(content.features.join('\n'));
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">In words</h2>
      <LongField
        label="Description"
        rows={8}
        maxLength={4000}
        value={content.about}
        onChange={({ target }) => set({ about: target.value })}
      />
      <LongField
        label="Features, one per line"
        rows={5}
        error={problem('features')}
        value={features}
        onChange={({ target }) => {
          setFeatures(target.value);
          set({ features: linesOf(target.value) });
        }}
      />
    </section>
  );
}

/** The days that reports of the market count, and what it was sold for. */
function History({ content, set, problem, currency }: Part & { currency: string }) {
  const day = (label: string, field: 'listedOn' | 'contractOn' | 'soldOn' | 'withdrawnOn') => (
    <TextField
      label={label}
      type="date"
      error={problem(field)}
      value={content[field] ?? ''}
      onChange={({ target }) => set({ [field]: target.value || null })}
    />
  );
  return (
    <section className="grid gap-3">
      <h2 className="text-lg">How it went</h2>
      <div className="grid grid-cols-2 gap-2">
        {day('Listed on', 'listedOn')}
        {day('Under contract on', 'contractOn')}
        {day('Sold on', 'soldOn')}
        {content.status === 'withdrawn' && day('Off the market on', 'withdrawnOn')}
        <PriceField
          label="Sold for"
          currency={currency}
          amount={content.soldPrice}
          onChange={(soldPrice) => set({ soldPrice })}
        />
      </div>
      <p className="text-xs text-muted">
        A day that is left empty is filled in when the status changes.
      </p>
    </section>
  );
}
