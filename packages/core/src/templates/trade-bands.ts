import * as bands from './bands.ts';
import { ready, type ReadyBand } from './ready-band.ts';
import { suggest, suggestRows } from './suggestions.ts';
import type { Meant } from './suits.ts';

const home: Partial<Meant> = { trade: 'home', aims: ['leads', 'booking', 'offer'] };
const health: Partial<Meant> = { trade: 'health', aims: ['leads', 'booking', 'offer'] };
const listing: Partial<Meant> = { trade: 'property', aims: ['listing', 'booking'] };
const sellers: Partial<Meant> = { trade: 'property', aims: ['leads', 'guide'] };
const event: Partial<Meant> = { aims: ['event'] };

/** Work on houses and yards: what people fear is the price and the mess. */
const homeBands: readonly ReadyBand[] = [
  ready('proof', 'before-after', 'Before and after', bands.beforeAndAfter(), home),
  ready('offer', 'price-table', 'What it costs, in a table', bands.priceTable(), home),
  ready(
    'promise',
    'survey-promise',
    'Free estimate beside the form',
    bands.promiseAndForm(
      {
        headline: 'Measured, priced,\ndone when we said.',
        line: 'We come to you in {{ client.town }}, measure on the spot, and leave one fixed price in writing.',
        ticks: [
          suggest('Looked at within two days'),
          suggest('The old taken away'),
          suggest('Swept before we leave'),
        ],
      },
      { title: 'Get your free estimate', intro: 'Three questions. We call you back.' },
    ),
    home,
  ),
  ready(
    'services',
    'home-services',
    'New, repaired, kept up',
    bands.serviceCards(
      'New, repaired, or kept in good shape',
      'We tell you which of the three it needs, and it is often the cheapest.',
      [
        ['Put in new', suggest('From the ground up, with the old one taken away.')],
        ['Repair', 'When the rest is still good, we say so and mend the part.'],
        ['Upkeep', suggest('Once a year, so that it lasts as long as it should.')],
      ],
    ),
    home,
  ),
  ready(
    'services',
    'until-we-arrive',
    'Until we arrive',
    bands.tickColumns(
      'Until we arrive',
      ['Turn it off at the main', 'Keep children away', 'Take a picture for the insurer'],
      ['Do not force it', 'Open a window', 'Stay by the phone'],
    ),
    { trade: 'home', aims: ['leads'] },
  ),
  ready(
    'how',
    'call-to-clean-up',
    'From call to clean-up',
    bands.steps('From call to clean-up', [
      ['We look', 'With a tape and a level, at a time that works for you.'],
      ['You get a price', 'One figure, in writing.'],
      ['We do it', 'On the day that was agreed.'],
    ]),
    home,
  ),
  ready(
    'how',
    'home-questions',
    'Questions before the work',
    bands.asked('Before you say yes', [
      [
        'Can the price go up later?',
        suggest('No. What is on paper holds for a month, whatever we find.'),
      ],
      [
        'Who comes into the house?',
        suggest('Our own people, the same ones from the first day to the last.'),
      ],
      [
        'And if it rains?',
        suggest('Then we call the evening before and give you the next dry day.'),
      ],
    ]),
    home,
  ),
];

/** Practices: what people fear is the chair, and not knowing. */
const healthBands: readonly ReadyBand[] = [
  ready(
    'promise',
    'unhurried-promise',
    'An unhurried first visit',
    bands.promiseAndForm(
      {
        headline: 'Put it off too long?\nStart with a talk.',
        line: 'An unhurried first visit in {{ client.town }}. Nothing is done that you did not ask for.',
        ticks: [
          suggest('Early and late times'),
          suggest('Bring someone with you'),
          suggest('Stop whenever you like'),
        ],
      },
      { title: 'Save your place', intro: 'Three questions. We call you back.' },
    ),
    health,
  ),
  ready(
    'services',
    'health-services',
    'What people come for',
    bands.serviceCards(
      'What people come to us for',
      'Not sure which it is? Come with the question.',
      [
        ['A first look', 'What is going on, in plain words and on paper.'],
        ['Something that hurts', suggest('Tell us so: there is a time for it every day.')],
        ['Keeping well', suggest('Twice a year, a reminder, half an hour.')],
      ],
    ),
    health,
  ),
  ready(
    'how',
    'first-visit-steps',
    'What happens at a first visit',
    bands.steps('What happens', [
      ['A talk', 'You say what worries you. We listen first.'],
      ['A look, if you want one', 'Nothing that surprises you.'],
      ['A plan on paper', 'With prices, yours to take home.'],
    ]),
    health,
  ),
  ready(
    'how',
    'quiet-room',
    'A room made for nerves',
    bands.wordsBesidePicture(
      'A room made for nerves',
      suggest(
        'Quiet, with a window and a door you can see. If you would rather leave after five minutes, nobody minds.',
      ),
      'Save my place',
      'quiet-room',
    ),
    health,
  ),
  ready(
    'how',
    'health-questions',
    'Questions people put off',
    bands.asked('What people ask before they come', [
      ['Will it hurt?', suggest('Say what you do so that it does not, and what a hand up means.')],
      [
        'What will it cost?',
        suggest('Say the price of the first visit, and when the next one is said.'),
      ],
      ['Can I bring someone?', suggest('Yes. They can sit beside you the whole time.')],
    ]),
    health,
  ),
];

/** Homes for sale, and people who think of selling. */
const propertyBands: readonly ReadyBand[] = [
  ready(
    'promise',
    'home-for-sale',
    'A home and its price',
    bands.homeForSale({
      address: suggest('The address of the home'),
      about: suggest('What one sees from the kitchen, and what was done last.'),
      price: suggest('$0'),
      size: suggest('Bedrooms, baths, square feet'),
    }),
    listing,
  ),
  ready(
    'promise',
    'worth-promise',
    'What yours would bring',
    bands.promiseAndForm(
      {
        headline: 'What would yours\nbring today?',
        line: 'A figure for your own address, with the sales it rests on, from people who sell in {{ client.town }}.',
        ticks: [
          suggest('The sales on your street'),
          suggest('What would raise it, and what would not'),
          suggest('No sign in the yard'),
        ],
      },
      { title: 'Ask for the figure', intro: 'Three questions. It comes by email.' },
    ),
    sellers,
  ),
  ready(
    'services',
    'live-with',
    'What you would live with',
    bands.tickColumns(
      'What you would live with',
      [suggest('Where the morning light falls'), suggest('The room that can be an office')],
      [suggest('What was done, and in which year'), suggest('How far it is on foot, and to what')],
    ),
    listing,
  ),
  ready(
    'how',
    'selling-steps',
    'From sign to keys',
    bands.steps(
      'From sign to keys',
      suggestRows([
        ['A figure', 'What it would bring, with the sales that say so.'],
        ['Three weekends', 'Showings when you are out, and an answer after each.'],
        ['The keys', 'We are at the table when you sign.'],
      ]),
    ),
    sellers,
  ),
  ready(
    'how',
    'showing-questions',
    'Questions before a showing',
    bands.asked('Before you come and see it', [
      ['Why are they selling?', suggest('Say the honest reason. Everybody asks it.')],
      [
        'What was repaired lately?',
        suggest('Say what was done and who did it, and offer the papers.'),
      ],
      ['Can we come twice?', suggest('Yes, and once at another time of day.')],
    ]),
    listing,
  ),
];

/** For an aim, whatever the trade. */
const aimBands: readonly ReadyBand[] = [
  ready('place', 'when-where', 'When and where', bands.eventTime('It begins in', ''), event),
  ready(
    'services',
    'go-home-with',
    'What you go home with',
    bands.tickColumns(
      'What you go home with',
      [suggest('What it is, in plain words'), suggest('What helps, and what does not')],
      [suggest('One thing to do tomorrow'), suggest('A name to call')],
    ),
    event,
  ),
  ready(
    'how',
    'before-you-come',
    'Before you come',
    bands.asked('Before you come', [
      ['Is there parking?', suggest('Say where, and what it costs.')],
      ['Can I bring someone?', suggest('Say yes, and how.')],
      [
        'What if I can’t come after all?',
        'One click in the email frees your seat for someone else.',
      ],
    ]),
    event,
  ),
  ready(
    'services',
    'in-the-guide',
    'What is in the guide',
    bands.stepsBesidePicture(
      'What is in it',
      suggestRows([
        ['What goes wrong most', 'And how to see it coming.'],
        ['What it should cost', 'With what moves the price up and down.'],
        ['The list', 'Ten lines to tick off before you decide.'],
      ]),
      'guide',
    ),
    { aims: ['guide'] },
  ),
  ready(
    'place',
    'free-times',
    'Free times to choose from',
    bands.chooseTime('When works for you?', 'Pick a time; it is yours at once.', [
      'Move or cancel with one click',
      'Your details are filled in already',
    ]),
    { aims: ['booking', 'event', 'listing'] },
  ),
  ready(
    'end',
    'thanks',
    'Thanks, and what is next',
    bands.thanks('Your answers are with us. An email is on its way to you.', [
      'We read what you wrote',
      'Somebody of us gets in touch',
      'You can call us about it at any time we are open',
    ]),
    { aims: ['around'] },
  ),
];

/** Good words for one trade or one aim. */
export const tradeBands: readonly ReadyBand[] = [
  ...homeBands,
  ...healthBands,
  ...propertyBands,
  ...aimBands,
];
