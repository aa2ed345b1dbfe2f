import * as bands from './bands.ts';
import type { MakeBand } from './make.ts';
import { askForOne, theirs } from './prompts.ts';

/** The parts of a page's anatomy, from the top, that the shelf groups ready-made bands by. */
export const bandParts = {
  top: 'Top of the page',
  promise: 'Promise',
  services: 'What you do',
  how: 'How it goes',
  proof: 'Proof',
  people: 'People',
  offer: 'Offer',
  place: 'Place and time',
  end: 'End of the page',
} as const;
export type BandPart = keyof typeof bandParts;

export interface ReadyBand {
  name: string;
  label: string;
  part: BandPart;
  make: MakeBand;
}

const ready = (part: BandPart, name: string, label: string, make: MakeBand): ReadyBand => ({
  name,
  label,
  part,
  make,
});

const promise = {
  headline: 'Say what they get,\nin their own words.',
  line: 'One sentence on what happens next, where, and how soon: {{ client.town }} people read it first.',
  ticks: [
    'A promise you always keep',
    'How soon you come or call',
    'What it costs to ask: nothing',
  ],
};
const aboutForm = {
  title: 'Tell us where to reach you',
  intro: 'Three questions. We call back the same day.',
};
const care = { drawing: 'care', alt: 'A drawing of care' } as const;
const house = { drawing: 'house', alt: 'A drawing of a house' } as const;

/** Bands to put on any page: good words for most trades, facts filled in, nothing bound to anybody. */
export const readyBands: readonly ReadyBand[] = [
  ready('top', 'header', 'Logo and number', bands.header()),
  ready('top', 'header-deep', 'Logo and number, dark', bands.deepHeader()),
  ready('top', 'today', 'We can come today', bands.todayLine()),
  ready(
    'promise',
    'promise-form',
    'Promise beside the form',
    bands.promiseAndForm(promise, aboutForm),
  ),
  ready(
    'promise',
    'promise-picture',
    'Promise beside a picture',
    bands.promiseAndDrawing(promise, house, 'Ask us'),
  ),
  ready(
    'promise',
    'promise-centred',
    'Promise alone, dark',
    bands.promiseCentred(promise.headline, promise.line, 'Ask us'),
  ),
  ready(
    'promise',
    'form-alone',
    'Form alone',
    bands.formAlone('Ask us anything', 'We answer the same day.', aboutForm),
  ),
  ready(
    'services',
    'service-cards',
    'Services in cards',
    bands.serviceCards(
      'What we do, and what it is good for',
      'Every job starts with a look, not with a brochure.',
      [
        ['The usual job', 'What most people call about, and how long it takes.'],
        ['The bigger one', 'When it is worth doing, and when it is not.'],
        ['The small repair', 'Yes, we come for that too.'],
      ],
    ),
  ),
  ready(
    'services',
    'tick-columns',
    'Ticks in two columns',
    bands.tickColumns(
      'What is always included',
      ['A look before a price', 'The price in writing', 'One person to call'],
      ['The place left clean', 'What was agreed, on the day', 'A number to ring afterwards'],
    ),
  ),
  ready(
    'how',
    'steps',
    'Three numbered steps',
    bands.steps('How it goes', [
      ['You write or call', 'Three questions, one minute.'],
      ['We come and look', 'At a time that suits you, often this week.'],
      ['You decide', 'With one fixed price on paper. No is a fine answer.'],
    ]),
  ),
  ready(
    'how',
    'steps-picture',
    'Steps beside a picture',
    bands.stepsBesideDrawing(
      'What happens after you ask',
      [
        ['When do you call back?', 'The same day, by six.'],
        ['Who comes?', 'One of us, not somebody from an agency.'],
        ['What does the visit cost?', 'Nothing. The price comes after, in writing.'],
      ],
      { drawing: 'people', alt: 'A drawing of three people' },
    ),
  ),
  ready(
    'how',
    'words-picture',
    'Words beside a picture',
    bands.wordsBesideDrawing(
      'A plain reason to choose you',
      'Two or three sentences on what is different with you, that a neighbour would nod at.',
      'Ask us',
      care,
    ),
  ),
  ready(
    'how',
    'questions',
    'Questions and answers',
    bands.asked('What people ask us', [
      ['What does it cost?', 'Say the usual range, and what moves it.'],
      ['How soon can you come?', 'Say the honest answer for this week.'],
      ['What if I change my mind?', 'Say until when that is free.'],
    ]),
  ),
  ready(
    'how',
    'film',
    'A film with words',
    bands.film(
      'See it before you ask',
      'Two minutes, filmed by us, of exactly what happens when we come.',
    ),
  ),
  ready(
    'proof',
    'reviews',
    'Three reviews',
    bands.reviews([
      [askForOne, theirs],
      [askForOne, theirs],
      [askForOne, theirs],
    ]),
  ),
  ready(
    'proof',
    'review-badges',
    'One review and badges',
    bands.reviewAndBadges(askForOne, theirs, [
      '{{ client.licence }}',
      'Licensed and insured',
      'Own people, no subcontractors',
      'A written price',
    ]),
  ),
  ready('proof', 'work', 'Pictures of the work', bands.work()),
  ready(
    'people',
    'team',
    'The people',
    bands.team('Who comes to you', [
      ['A name', 'What they do', 'One sentence a customer would say of them.'],
      ['Another name', 'What they do', 'One sentence a customer would say of them.'],
      ['A third', 'What they do', 'One sentence a customer would say of them.'],
    ]),
  ),
  ready(
    'people',
    'one-face',
    'Who you talk to',
    bands.oneFace(
      'A name',
      'Answers the phone',
      'Picks up within three rings, or calls back within the hour.',
    ),
  ),
  ready(
    'offer',
    'price',
    'Price and what is in it',
    bands.priceAndContents(
      { above: 'All in, no extras', price: '$0', below: 'for the first visit' },
      ['What they get', 'What you leave with them', 'What happens if they say no: nothing'],
      'Ask for it',
    ),
  ),
  ready(
    'offer',
    'offer-colour',
    'Offer on colour',
    bands.offerOnColour(
      {
        above: 'Until the end of the month',
        price: '$0',
        below: 'for the first visit, {{ client.town }} only',
      },
      'Take it',
    ),
  ),
  ready('place', 'areas', 'Areas served', bands.areasServed()),
  ready('place', 'place-hours', 'Map and hours', bands.placeAndHours()),
  ready('end', 'last-call', 'Last call', bands.lastCall('Ask now. Decide later.', 'Ask us')),
  ready('end', 'footer', 'Legal line', bands.footer()),
];
