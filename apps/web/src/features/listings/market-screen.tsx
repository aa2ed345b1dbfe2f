import { api, type AreaReport, type AreaView } from '@plumgate/contract';
import { englishHome, listingPrice } from '@plumgate/core/listings';
import { fewestHomes, type MarketFigure } from '@plumgate/core/market';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayWithYear } from '../../ui/when.ts';
import { FunnelsTabs } from '../funnels/funnels-tabs.tsx';
import { AreaDialog } from './area-dialog.tsx';
import { MarketLine } from './market-line.tsx';

/** What homes sell for in each neighborhood, from the client's own listings. */
export function MarketScreen() {
  const client = useClient();
  const [asked, setAsked] = useSearchParams();
  const [open, setOpen] = useState<AreaView | 'new' | null>(null);
  const list = useEndpoint(
    api.listAreas,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client || !list.data) return <Skeleton />;
  const { areas } = list.data;
  const area = areas.find(({ id }) => id === asked.get('area')) ?? areas[0];
  return (
    <>
      <PageHead
        title="Funnels"
        beside={
          area && (
            <InlineSelect
              label="Area"
              options={Object.fromEntries(areas.map(({ id, content }) => [id, content.name]))}
              value={area.id}
              onChange={(id) => setAsked({ area: id }, { replace: true })}
            />
          )
        }
      >
        {area && <Button onClick={() => setOpen(area)}>Edit this area</Button>}
        <Button look="main" onClick={() => setOpen('new')}>
          <Plus className="size-4" aria-hidden /> New area
        </Button>
      </PageHead>
      <FunnelsTabs client={client} />
      {area ? (
        <Report key={`${area.id} ${area.version}`} clientId={client.id} area={area} />
      ) : (
        <Empty title="No areas yet">
          <p>
            An area is a neighborhood by its postcodes or towns. Its prices, days on the market and
            months of supply are counted from your listings.
          </p>
          <Button look="main" onClick={() => setOpen('new')}>
            New area
          </Button>
        </Empty>
      )}
      {open && (
        <AreaDialog
          clientId={client.id}
          area={open === 'new' ? null : open}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

function Report({ clientId, area }: { clientId: string; area: AreaView }) {
  const act = useAct();
  const [, setAsked] = useSearchParams();
  const asked = useEndpoint(api.getAreaReport, {
    params: { clientId, areaId: area.id },
    query: {},
  });
  const sheet = useEndpoint(api.getClient, { params: { clientId } }).data;
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data || !sheet) return <Skeleton />;
  const { report, months, from, to } = asked.data;
  const money = moneyOf(asked.data, sheet.facts.locale);
  return (
    <div className="grid gap-5 p-6 max-md:p-4">
      <p className="text-muted">
        {placeWords(area)}. {dayWithYear(from)} to {dayWithYear(to)}, from your own listings.
      </p>
      <dl className="grid grid-cols-4 gap-3 max-lg:grid-cols-2">
        <Told label="Median sale price" figure={report.medianPrice} words={money} />
        <Told
          label={`For each ${englishHome.units[asked.data.unit]}`}
          figure={report.pricePerArea}
          words={money}
        />
        <Told
          label="Days on the market"
          figure={report.daysOnMarket}
          words={(days) => String(Math.round(days))}
        />
        <Told
          label="Paid of what was asked"
          figure={report.saleToList}
          words={(share) => `${(share * 100).toFixed(1)}%`}
        />
        <Count label="For sale now" count={report.forSale} note={`on ${dayWithYear(to)}`} />
        <Count label="Sold in 30 days" count={report.sold30} />
        <Count label="Sold in 90 days" count={report.sold90} />
        <Told
          label="Months of supply"
          figure={report.monthsOfSupply}
          words={(supply) => supply.toFixed(1)}
        />
      </dl>
      <MarketLine months={months} money={money} />
      <div>
        <Button
          look="quiet"
          onClick={() =>
            void act(async () => {
              await call(api.removeArea, { params: { areaId: area.id } });
              setAsked({}, { replace: true });
              return {
                said: `Removed ${area.content.name}. Its homes stay.`,
                undo: () => call(api.createArea, { params: { clientId }, body: area.content }),
              };
            })
          }
        >
          Remove this area
        </Button>
      </div>
    </div>
  );
}

const placeWords = ({ content: { postcodes, towns, outline } }: AreaView): string =>
  [
    ...postcodes,
    ...towns,
    ...(outline.length > 0 ? [`an outline of ${outline.length} corners`] : []),
  ].join(', ');

const moneyOf =
  ({ currency }: AreaReport, locale: string) =>
  (amount: number): string =>
    listingPrice(Math.round(amount / 100) * 100, { currency, locale });

const box = 'rounded-card border border-line bg-sheet px-4 py-3';

/** A number that a few homes tell, or that they are too few to tell it. */
function Told({
  label,
  figure: { value, count },
  words,
}: {
  label: string;
  figure: MarketFigure;
  words: (value: number) => string;
}) {
  const homes = `${count.toLocaleString('en-US')} ${count === 1 ? 'sale' : 'sales'}`;
  return (
    <div className={box}>
      <dt className="text-xs font-semibold text-muted">{label}</dt>
      <dd className="font-title text-2xl font-semibold tabular-nums">
        {value === null ? '–' : words(value)}
      </dd>
      <dd className="text-xs text-muted">
        {value === null ? `Too few to say: ${homes}, at least ${fewestHomes} needed` : homes}
      </dd>
    </div>
  );
}

const Count = ({ label, count, note = '' }: { label: string; count: number; note?: string }) => (
  <div className={box}>
    <dt className="text-xs font-semibold text-muted">{label}</dt>
    <dd className="font-title text-2xl font-semibold tabular-nums">
      {count.toLocaleString('en-US')}
    </dd>
    <dd className="text-xs text-muted">{note}</dd>
  </div>
);
