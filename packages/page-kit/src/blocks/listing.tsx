import { truncate, withValues } from '@plumgate/core/basics';
import {
  homesBeside,
  isGone,
  listingAddress,
  listingFacts,
  listingName,
  listingPrice,
  moreFacts,
  openHousesFrom,
  openHouseWords,
  type ShownListing,
} from '@plumgate/core/listings';
import { dialled } from '@plumgate/core/people';
import { homeParts, newBlock, type HomePart } from '@plumgate/core/page';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';
import { HomeCards, useHomeReader } from './homes.tsx';
import { map } from './map.tsx';

/** As many pictures are seen at once; the others open by a press. */
const seenAtOnce = 5;

export const listing: BlockView<'listing'> = {
  css: `
.home p{margin:0}
.home-state{display:inline-block;padding:3px 10px;border-radius:99px;background:var(--action);color:var(--on-action);font-size:.9rem;font-weight:680}
.home-state:is(.sold,.withdrawn){background:var(--ink,#222);color:#fff}
.home .price{font-family:var(--title-face);font-size:calc(clamp(2.2rem,5cqi,3.4rem)*var(--size,1));line-height:1.08;font-weight:var(--weight,700);letter-spacing:-.02em;margin:.2em 0 .1em}
.home .facts{font-weight:640}
.home .more{opacity:.8;font-size:.94rem}
.home-pictures{display:grid;grid-template-columns:repeat(var(--across),minmax(0,1fr));gap:clamp(6px,1cqi,12px)}
.home-pictures>:first-child{grid-column:1/-1}
.home-pictures img{display:block;width:100%;height:auto;object-fit:cover;border-radius:var(--corner);background:var(--tint)}
.home-pictures details{grid-column:1/-1}
.home-pictures summary{cursor:pointer;font-weight:640;padding:6px 0}
.home-pictures details>div{display:grid;grid-template-columns:repeat(2,minmax(0,1fr));gap:inherit}
@container (max-width:720px){.home-pictures{grid-template-columns:repeat(2,minmax(0,1fr))}}
.home-words{white-space:pre-line}
.home ul.features{columns:2 200px;margin:16px 0 0;padding-left:1.1em}
.home-visits{list-style:none;margin:0;padding:0}
.home-visits li{padding:8px 0;border-top:1px solid #0002}
.team .lines{display:flex;flex-wrap:wrap;gap:4px 20px;margin-top:8px}
.team .lines a{display:inline-block;padding:3px 0;color:inherit;font-weight:640}
.home-others{margin-top:20px}
.home-none{display:grid;place-items:center;min-height:96px;border:1.5px dashed currentColor;opacity:.6;border-radius:var(--corner);font-size:.9rem}`,
  View: function Listing({ block }) {
    const { listing, editing } = usePage();
    if (listing) return <Part shows={block.shows} listing={listing} block={block.id} />;
    return editing ? (
      <div className="home-none">
        {homeParts[block.shows]}: choose a listing in the settings of the page
      </div>
    ) : null;
  },
};

function Part({
  shows,
  listing,
  block,
}: {
  shows: HomePart;
  listing: ShownListing;
  block: string;
}) {
  switch (shows) {
    case 'price':
      return <Price listing={listing} />;
    case 'pictures':
      return <Pictures listing={listing} />;
    case 'words':
      return <Words listing={listing} />;
    case 'visits':
      return <Visits listing={listing} />;
    case 'map':
      return <Where listing={listing} block={block} />;
    case 'agent':
      return <Agent listing={listing} />;
  }
}

interface Shows {
  listing: ShownListing;
}

/** What it costs and has; of one that is gone that it is, with the others that are not. */
function Price({ listing }: Shows) {
  const { homes } = usePage();
  const reader = useHomeReader();
  const { words } = reader;
  const { content } = listing;
  const others = isGone(content) ? homesBeside(homes, listing, { ofAgent: false, most: 3 }) : [];
  return (
    <div className="home">
      <p>
        <span className={`home-state ${content.status}`}>{words.statuses[content.status]}</span>
      </p>
      <p className="price">{listingPrice(content.price, reader)}</p>
      <p>{listingAddress(content)}</p>
      <p className="facts">{listingFacts(content, reader)}</p>
      <p className="more">{moreFacts(content, reader)}</p>
      {others.length > 0 && (
        <div className="home-others">
          <p className="facts">{words.others}</p>
          <HomeCards homes={others} />
        </div>
      )}
    </div>
  );
}

function Pictures({ listing: { content } }: Shows) {
  const { words } = useHomeReader();
  const { editing } = usePage();
  const { pictures, plan } = content;
  const all = plan ? [...pictures, { picture: plan, alt: words.plan }] : pictures;
  if (all.length === 0)
    return editing ? <div className="home-none">This listing has no pictures yet</div> : null;
  const photo = ({ picture, alt }: (typeof all)[number], index: number) => (
    <Photo
      key={index}
      picture={picture}
      alt={alt || listingName(content)}
      eager={index === 0}
      sizes={index === 0 ? '(max-width: 720px) 100vw, 1080px' : '(max-width: 720px) 50vw, 260px'}
      crop="wide"
    />
  );
  const more = all.slice(seenAtOnce);
  return (
    <div
      className="home-pictures"
      style={
        { '--across': Math.max(1, Math.min(all.length, seenAtOnce) - 1) } as React.CSSProperties
      }
    >
      {all.slice(0, seenAtOnce).map(photo)}
      {more.length > 0 && (
        <details>
          <summary>{withValues(words.pictures, { count: String(all.length) })}</summary>
          <div>{more.map((one, index) => photo(one, index + seenAtOnce))}</div>
        </details>
      )}
    </div>
  );
}

function Words({ listing: { content } }: Shows) {
  const { words } = useHomeReader();
  return (
    <div className="home">
      {content.about && <p className="home-words">{content.about}</p>}
      {content.features.length > 0 && (
        <ul className="features">
          {content.features.map((feature, index) => (
            <li key={index}>{feature}</li>
          ))}
        </ul>
      )}
      {content.film && (
        <p>
          <a href={content.film}>{words.film}</a>
        </p>
      )}
    </div>
  );
}

function Visits({ listing: { content } }: Shows) {
  const { now, editing } = usePage();
  const reader = useHomeReader();
  const next = openHousesFrom(content.openHouses, now);
  if (next.length === 0)
    return editing ? <div className="home-none">No open house is planned</div> : null;
  return (
    <div className="home">
      <p className="facts">{reader.words.openHouse}</p>
      <ul className="home-visits">
        {next.map((one) => (
          <li key={`${one.day} ${one.from}`}>{openHouseWords(one, reader)}</li>
        ))}
      </ul>
    </div>
  );
}

function Where({ listing: { content }, block }: Shows & { block: string }) {
  const View = map.View;
  const shown = { address: listingAddress(content), place: content.place, directions: '' };
  return <View block={newBlock('map', block, shown)} />;
}

/** In the look of a team of one. */
function Agent({ listing: { agent } }: Shows) {
  const { editing, facts } = usePage();
  const { words } = useHomeReader();
  if (!agent) return editing ? <div className="home-none">This listing names no agent</div> : null;
  const lines = [
    [words.direct, agent.phone],
    [words.office, agent.officePhone],
  ].filter((line): line is [string, string] => Boolean(line[1]));
  return (
    <ul className="team">
      <li>
        {agent.picture ? (
          <Photo
            picture={agent.picture}
            alt={agent.name}
            sizes="(max-width: 720px) 112px, 160px"
            crop="square"
          />
        ) : (
          <i aria-hidden="true">{truncate(agent.name, 1)}</i>
        )}
        <b>{agent.name}</b>
        <small>{[agent.role, agent.license, agent.brokerage].filter(Boolean).join(' · ')}</small>
        <span>
          {agent.about}
          {lines.length > 0 && (
            <span className="lines">
              {lines.map(([label, phone]) => (
                <a key={label} href={`tel:${dialled(phone, facts.country)}`}>
                  {label} {phone}
                </a>
              ))}
            </span>
          )}
        </span>
      </li>
    </ul>
  );
}
