import type { Brand } from '@plumgate/core/brand';
import type { SeenPicture, WebsiteReading } from '@plumgate/core/website';
import { useState, type ReactNode } from 'react';
import { messageOf } from '../../../api/call.ts';
import { Button } from '../../../ui/button.tsx';
import { Tick } from '../../../ui/field.tsx';
import { Fold } from '../../../ui/fold.tsx';
import type { FoundLine } from './found-lines.ts';
import { countOf, firstPicks, toggled, type Picks } from './picks.ts';

/** What was found, each piece with a box to tick, and the one press that takes what is ticked. */
export function Findings({
  reading,
  lines,
  brand,
  onBack,
  onTake,
}: {
  reading: WebsiteReading;
  lines: FoundLine[];
  brand: Brand;
  onBack: () => void;
  onTake: (picks: Picks) => Promise<void>;
}) {
  const [picks, setPicks] = useState(() => firstPicks(reading, lines, brand));
  const [isTaking, setIsTaking] = useState(false);
  const [problem, setProblem] = useState('');
  const pick = (changes: Partial<Picks>) => setPicks({ ...picks, ...changes });
  const count = countOf(picks);
  const take = () => {
    setIsTaking(true);
    onTake(picks).catch((error: unknown) => {
      setProblem(messageOf(error));
      setIsTaking(false);
    });
  };
  const { palettes, logos, pictures, reviews } = reading;
  const isEmpty = [lines, palettes, logos, pictures, reviews].every((list) => list.length === 0);
  return (
    <div className="grid gap-5">
      <p className="text-muted">
        {pagesWords(reading)}{' '}
        {isEmpty
          ? 'They say nothing that is not on the fact sheet already.'
          : 'Tick what is right.'}
      </p>
      {lines.length > 0 && (
        <FactTable
          lines={lines}
          first={reading.address}
          picks={picks}
          onToggle={(fact) => pick({ facts: toggled(picks.facts, fact) })}
        />
      )}
      {palettes.length > 0 && (
        <Part title="Colors">
          <div className="flex flex-wrap gap-2">
            {palettes.map((palette, index) => (
              <button
                key={index}
                type="button"
                aria-pressed={picks.palette === index}
                aria-label={`Palette ${index + 1}`}
                className="flex h-9 w-44 overflow-hidden rounded-control border border-strong-line aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-plum"
                onClick={() => pick({ palette: picks.palette === index ? null : index })}
              >
                {Object.values(palette).map((color, at) => (
                  <span key={at} className="flex-1" style={{ background: color }} />
                ))}
              </button>
            ))}
          </div>
        </Part>
      )}
      {logos.length > 0 && (
        <Part title="Logo">
          <Tiles
            found={logos}
            isPicked={(logo) => picks.logo === logo}
            onPress={(logo) => pick({ logo: picks.logo === logo ? null : logo })}
          />
        </Part>
      )}
      {pictures.length > 0 && (
        <Part title="Photographs">
          <Tiles
            found={pictures}
            isPicked={(picture) => picks.pictures.has(picture)}
            onPress={(picture) => pick({ pictures: toggled(picks.pictures, picture) })}
          />
        </Part>
      )}
      {reviews.length > 0 && (
        <Part title="Reviews">
          <div className="grid gap-2">
            {reviews.map((review) => (
              <Tick
                key={review.said}
                label={`“${review.said}”`}
                help={[review.who, review.stars && `${review.stars} of 5 stars`, review.source]
                  .filter(Boolean)
                  .join(' · ')}
                checked={picks.reviews.has(review)}
                onChange={() => pick({ reviews: toggled(picks.reviews, review) })}
              />
            ))}
          </div>
        </Part>
      )}
      {reading.problems.length > 0 && (
        <Fold
          summary={
            reading.problems.length === 1
              ? 'One thing could not be read'
              : `${reading.problems.length} things could not be read`
          }
        >
          <ul className="grid gap-1 text-xs text-muted">
            {reading.problems.map((line) => (
              <li key={line} className="break-words">
                {line}
              </li>
            ))}
          </ul>
        </Fold>
      )}
      <div className="sticky -bottom-5 -mx-5 -mb-5 flex flex-wrap items-center justify-end gap-2 border-t border-line bg-sheet px-5 py-3">
        {problem && (
          <p role="alert" className="mr-auto font-semibold text-brick">
            {problem}
          </p>
        )}
        <Button onClick={onBack}>Another address</Button>
        <Button look="main" disabled={count === 0 || isTaking} onClick={take}>
          {isTaking ? 'Adding…' : takeWords(count)}
        </Button>
      </div>
    </div>
  );
}

const takeWords = (count: number) =>
  count === 0 ? 'Use what is ticked' : `Use ${count === 1 ? 'this one' : `these ${count}`}`;

const pagesWords = ({ pages, address }: WebsiteReading) =>
  `${pages.length === 1 ? 'One page' : `${pages.length} pages`} of ${new URL(address).host} ${pages.length === 1 ? 'was' : 'were'} read.`;

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="grid gap-2">
      <h3 className="text-xs font-semibold">{title}</h3>
      {children}
    </section>
  );
}

const sureness: Record<FoundLine['how'], string> = {
  data: '',
  link: '',
  words: 'Read from the text: check it.',
};

function FactTable({
  lines,
  first,
  picks,
  onToggle,
}: {
  lines: FoundLine[];
  /** The page that reading began with. */
  first: string;
  picks: Picks;
  onToggle: (fact: FoundLine['fact']) => void;
}) {
  return (
    <ul className="grid">
      {lines.map(({ fact, label, found, now, how, page }) => (
        <li key={fact} className="border-t border-line py-2 first:border-0">
          <label className="grid grid-cols-[16px_110px_minmax(0,1fr)] items-start gap-x-3 max-md:grid-cols-[16px_minmax(0,1fr)]">
            <input
              type="checkbox"
              className="mt-0.5 size-4 accent-plum"
              checked={picks.facts.has(fact)}
              onChange={() => onToggle(fact)}
            />
            <span className="font-semibold">{label}</span>
            <span className="max-md:col-start-2">
              <span className="break-words">{found}</span>
              <span className="block text-xs text-muted empty:hidden">
                {[
                  now && `Now: ${now}`,
                  sureness[how],
                  page !== first && `On ${new URL(page).pathname}`,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </span>
          </label>
        </li>
      ))}
    </ul>
  );
}

function Tiles({
  found,
  isPicked,
  onPress,
}: {
  found: SeenPicture[];
  isPicked: (picture: SeenPicture) => boolean;
  onPress: (picture: SeenPicture) => void;
}) {
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(120px,1fr))] gap-3">
      {found.map((picture) => (
        <button
          key={picture.address}
          type="button"
          aria-pressed={isPicked(picture)}
          aria-label={picture.alt || picture.address}
          title={`${picture.width} × ${picture.height} px`}
          className="grid h-24 place-items-center overflow-hidden rounded-control border border-line bg-paper p-1 aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-plum"
          onClick={() => onPress(picture)}
        >
          <img src={picture.preview} alt="" className="max-h-full max-w-full object-contain" />
        </button>
      ))}
    </div>
  );
}
