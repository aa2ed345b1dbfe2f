import * as bands from './bands.ts';
import { askForOne, theirs } from './prompts.ts';
import { ready, type ReadyBand } from './ready-band.ts';
import { suggest, suggestRows } from './suggestions.ts';
import { tradeBands } from './trade-bands.ts';

const promise = {
  headline: suggest('Say what they get,\nin their own words.'),
  line: suggest(
    'One sentence on what happens next, where, and how soon: {{ client.town }} people read it first.',
  ),
  ticks: [
    suggest('A promise you always keep'),
    suggest('How soon you come or call'),
    suggest('What it costs to ask: nothing'),
  ],
};
const aboutForm = {
  title: 'Tell us where to reach you',
  intro: 'Three questions. We call you back.',
};

/** Good words for most trades. */
const anyTrade: readonly ReadyBand[] = [
  ready('top', 'header', 'Logo and number', bands.header()),
  ready('top', 'header-deep', 'Logo and number, dark', bands.deepHeader()),
  ready('top', 'today', 'We can come today', bands.todayLine(), { aims: ['leads'], trade: 'home' }),
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
    bands.promiseAndPicture(promise, 'quiet-room', 'Ask us'),
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
    bands.formAlone('Ask us anything', 'We answer every question.', aboutForm),
    { aims: ['leads', 'answers', 'offer', 'listing', 'around'] },
  ),
  ready(
    'services',
    'service-cards',
    'Services in cards',
    bands.serviceCards(
      'What we do, and what it is good for',
      'Every job starts with a look, not with a brochure.',
      suggestRows([
        ['The usual job', 'What most people call about, and how long it takes.'],
        ['The bigger one', 'When it is worth doing, and when it is not.'],
        ['The small repair', 'Yes, we come for that too.'],
      ]),
    ),
    { aims: ['leads', 'booking', 'around'] },
  ),
  ready(
    'services',
    'tick-columns',
    'Checklist in two columns',
    bands.tickColumns(
      'What is always included',
      [
        suggest('A look before a price'),
        suggest('The price in writing'),
        suggest('One person to call'),
      ],
      [
        suggest('The place left clean'),
        suggest('What was agreed, on the day'),
        suggest('A number to ring afterwards'),
      ],
    ),
    { aims: ['leads', 'booking', 'offer'] },
  ),
  ready(
    'how',
    'steps',
    'Three numbered steps',
    bands.steps('How it goes', [
      ['You write or call', 'Three questions, one minute.'],
      ['We come and look', 'At a time that works for you.'],
      ['You decide', 'With a price on paper. No is a fine answer.'],
    ]),
    { aims: ['leads', 'booking'] },
  ),
  ready(
    'how',
    'steps-picture',
    'Steps beside a picture',
    bands.stepsBesidePicture(
      'What happens after you ask',
      suggestRows([
        ['When do you call back?', 'The same day, by six.'],
        ['Who comes?', 'One of us, not someone from an agency.'],
        ['What does the visit cost?', 'Nothing. The price comes after, in writing.'],
      ]),
      'yard',
    ),
    { aims: ['leads', 'booking'] },
  ),
  ready(
    'how',
    'words-picture',
    'Words beside a picture',
    bands.wordsBesidePicture(
      suggest('A plain reason to choose you'),
      suggest(
        'Two or three sentences on what is different with you, that a neighbor would nod at.',
      ),
      'Ask us',
      'treatment-room',
    ),
    { aims: ['leads', 'booking', 'around'] },
  ),
  ready(
    'how',
    'questions',
    'Questions and answers',
    bands.asked('What people ask us', [
      ['What does it cost?', suggest('Say the usual range, and what moves it.')],
      ['How soon can you come?', suggest('Say the honest answer for this week.')],
      ['What if I change my mind?', suggest('Say until when that is free.')],
    ]),
  ),
  ready(
    'how',
    'film',
    'A film with words',
    bands.film(
      'See it before you ask',
      suggest('Two minutes, filmed by us, of exactly what happens when we come.'),
    ),
    { aims: ['leads', 'booking', 'event'] },
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
    { aims: ['leads', 'booking', 'answers', 'offer', 'around'] },
  ),
  ready(
    'proof',
    'review-badges',
    'One review and badges',
    bands.reviewAndBadges(askForOne, theirs, [
      '{{ client.license }}',
      suggest('Licensed and insured'),
      suggest('Own people, no subcontractors'),
      suggest('A written price'),
    ]),
    { aims: ['leads', 'booking', 'answers'] },
  ),
  ready('proof', 'work', 'Pictures of the work', bands.work(), {
    aims: ['leads', 'booking', 'around'],
    trade: 'home',
  }),
  ready(
    'people',
    'team',
    'The people',
    bands.team(
      'Who comes to you',
      suggestRows([
        ['A name', 'What they do', 'One sentence a customer would say of them.'],
        ['Another name', 'What they do', 'One sentence a customer would say of them.'],
        ['A third', 'What they do', 'One sentence a customer would say of them.'],
      ]),
    ),
  ),
  ready(
    'people',
    'one-face',
    'Who you talk to',
    bands.oneFace(
      suggest('A name'),
      suggest('Answers the phone'),
      suggest('Picks up within three rings, or calls back within the hour.'),
    ),
  ),
  ready(
    'offer',
    'price',
    'Price and what is in it',
    bands.priceAndContents(
      {
        above: suggest('All in, no extras'),
        price: suggest('$0'),
        below: suggest('for the first visit'),
      },
      [
        suggest('What they get'),
        suggest('What you leave with them'),
        suggest('What happens if they say no: nothing'),
      ],
      'Ask for it',
    ),
    { aims: ['leads', 'booking', 'offer'] },
  ),
  ready(
    'offer',
    'offer-color',
    'Offer on color',
    bands.offerOnColor(
      {
        above: suggest('Until the end of the month'),
        price: suggest('$0'),
        below: suggest('for the first visit, {{ client.town }} only'),
      },
      'Take it',
    ),
    { aims: ['leads', 'booking', 'offer'] },
  ),
  ready('place', 'areas', 'Areas served', bands.areasServed(), {
    aims: ['leads', 'booking', 'guide', 'around'],
  }),
  ready('place', 'place-hours', 'Map and hours', bands.placeAndHours()),
  ready('end', 'last-call', 'Last call', bands.lastCall('Ask now. Decide later.', 'Ask us')),
  ready('end', 'footer', 'Legal line', bands.footer()),
];

/** Bands to put on any page: facts filled in, nothing bound to anybody. A trade's own come first in each part. */
export const readyBands: readonly ReadyBand[] = [...tradeBands, ...anyTrade];
