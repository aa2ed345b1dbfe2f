import type { FoundReview } from '../website/index.ts';
import { textOf, thingsOf, type Thing } from './business-data.ts';
import { linesOf } from './lines-of.ts';
import type { OpenedPage } from './open-html.ts';
import { oneLine } from './plain-words.ts';

/** What a review may have at most: those that are longer are not shortened but left out, since their words are their writer's. */
const longest = 600;

/** Reviews that a page gives to machines, then quotations with the name of whoever said it. */
export function reviewsOn(page: OpenedPage, things: readonly Thing[]): FoundReview[] {
  const named = things
    .filter(({ types }) => types.includes('Review'))
    .map((thing) => reviewOf(thing, page));
  const all = [...named, ...quotations(page)];
  return all.filter(
    ({ said, who }) =>
      said.length > 10 && said.length <= longest && who !== '' && who.length <= 120,
  );
}

function reviewOf(thing: Thing, page: OpenedPage): FoundReview {
  const publisher = textOf(thing, 'publisher');
  return {
    said: textOf(thing, 'reviewBody') || textOf(thing, 'description'),
    who: textOf(thing, 'author'),
    stars: starsOf(thing),
    source: (publisher || hostOf(page)).slice(0, 60),
    page: page.address,
  };
}

/** A rating on the scale of five that reviews have here, schema.org's own where it names no other. */
function starsOf(thing: Thing): FoundReview['stars'] {
  const rating = thingsOf(thing, 'reviewRating')[0] ?? thing;
  const [value, best, worst] = ['ratingValue', 'bestRating', 'worstRating'].map((name) =>
    Number.parseFloat(textOf(rating, name)),
  );
  if (value === undefined || Number.isNaN(value)) return null;
  const [top, bottom] = [Number.isNaN(best!) ? 5 : best!, Number.isNaN(worst!) ? 1 : worst!];
  const share = (value - bottom) / (top - bottom);
  const stars = Math.round(1 + share * 4);
  return stars >= 1 && stars <= 5 ? (stars as FoundReview['stars']) : null;
}

function quotations(page: OpenedPage): FoundReview[] {
  const { $ } = page;
  const marked = '[class*="testimonial"],[class*="review"],blockquote';
  return (
    $(marked)
      .toArray()
      .filter((element) => $(element).find(marked).length === 0)
      // Those were read as data.
      .filter(
        (element) => $(element).closest('.hreview, .h-review, [itemtype$="Review"]').length === 0,
      )
      .map((element) => {
        const around = $(element).parent('figure')[0] ?? element;
        const by = $(around)
          .find('cite, figcaption, footer, [class*="author"], [class*="name"]')
          .first();
        const lines = linesOf($, around);
        const who = oneLine(by.text() || lines.at(-1) || '');
        const said = lines.filter((line) => line !== who && !who.includes(line)).join(' ');
        return { said, who };
      })
      .filter(({ said, who }) => who.length <= 60 && said.length > who.length && said.includes(' '))
      .map(({ said, who }) => ({
        said: said.replace(/^["“”„«\s]+|["“”»\s]+$/g, ''),
        who: who.replace(/^[-–—~\s]+/, ''),
        stars: null,
        source: hostOf(page),
        page: page.address,
      }))
  );
}

const hostOf = ({ address }: OpenedPage): string =>
  new URL(address).hostname.replace(/^www\./, '').slice(0, 60);
