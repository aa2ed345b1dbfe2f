import * as bands from './bands.ts';
import { band, block, column, type Asked, type TemplateForm, type TemplatePage } from './make.ts';
import { askForOne, theirs } from './prompts.ts';
import { suggest, suggestRows } from './suggestions.ts';

const who: Asked[] = [
  ['full-name', 'name', 'Your name'],
  ['phone', 'phone', 'Mobile'],
  ['email', 'email', 'Email'],
];
const consent = 'We use this to answer you, and for nothing else.';
const nextStep = { kind: 'next-step' } as const;
const form = (name: string, button: string, more: Asked[] = [], questions = who): TemplateForm => ({
  name,
  questions: [...questions, ...more],
  button,
  consent,
  after: nextStep,
});

/** A contractor's page: measured, priced, booked. */
export const service: TemplatePage = {
  name: 'Free estimate',
  title: '[[work]] in {{ client.town }} · {{ client.name }}',
  description: 'A free estimate and one fixed price in writing from {{ client.name }}.',
  form: form('Estimate request', 'Book my estimate', [
    [
      'choice',
      'need',
      'What do you need?',
      { options: ['Something new', 'A repair', 'Not sure yet'] },
    ],
  ]),
  bands: [
    bands.header('Free estimate this week'),
    bands.promiseAndForm(
      {
        headline: '[[work]],\ndone right once.',
        line: 'We measure, show you the choices on your own ground, and give you one fixed price in writing.',
        ticks: [
          suggest('Looked at within two days of your call'),
          suggest('The old taken away'),
          suggest('Our own people, start to end'),
        ],
      },
      { title: 'Get your free estimate', intro: 'Four questions. We call you back.' },
    ),
    bands.beforeAndAfter(),
    bands.priceTable(),
    bands.work('Lately, near you', '', ['brick', 'gravel', 'slab']),
    bands.steps(
      'From call to clean-up',
      [
        ['We look', 'With a tape and a level, at a time that works for you.'],
        ['You get a price', 'One figure, in writing.'],
        ['We do it', 'On the day that was agreed.'],
      ],
      'tint',
    ),
    bands.reviewAndBadges(askForOne, theirs, [
      '{{ client.license }}',
      suggest('Licensed and insured'),
      suggest('Own people, no subcontractors'),
      suggest('A written price'),
    ]),
    bands.areasServed(),
    bands.lastCall('Tell us the size. We bring the price.', 'Book my estimate'),
    bands.footer(),
  ],
};

/** A health practice's page for people who put it off. */
export const firstVisit: TemplatePage = {
  name: 'First visit',
  title: 'A first visit without the dread · {{ client.name }}',
  description: 'An unhurried first visit with {{ client.name }} in {{ client.town }}.',
  form: form('First-visit request', 'Save my place', [
    [
      'choice',
      'worry',
      'What would help you most?',
      {
        required: false,
        options: ['More time', 'A quiet room', 'Knowing the price', 'Bringing someone'],
      },
    ],
  ]),
  bands: [
    bands.header('Talk to us first'),
    bands.promiseAndPicture(
      {
        headline: 'Put it off too long?\nStart with a talk.',
        line: 'An unhurried first visit in {{ client.town }}. Nothing is done that you did not ask for.',
        ticks: [
          suggest('Times this week, early and late'),
          suggest('Bring someone with you'),
          suggest('Stop whenever you like'),
        ],
      },
      'quiet-room',
      'Save my place',
    ),
    bands.formBeside(
      'Save your place',
      'Tell us how to reach you. We call to find a time, and answer what you want to know first.',
      { title: 'How do we reach you?', intro: '' },
    ),
    bands.steps('What happens', [
      ['A talk', 'You say what worries you. We listen first.'],
      ['A look, if you want one', 'Nothing that surprises you.'],
      ['A plan on paper', 'With prices, yours to take home.'],
    ]),
    bands.team(
      'Who you will meet',
      suggestRows([
        ['A name', 'Opens the door', 'Has been nervous too.'],
        ['Another name', 'Sits with you', 'Explains with pencil and paper.'],
        ['A third name', 'Answers the phone', 'Finds you a time that suits.'],
      ]),
    ),
    bands.reviews([
      [askForOne, theirs],
      [askForOne, theirs],
      [askForOne, theirs],
    ]),
    bands.placeAndHours('Where we are'),
    bands.lastCall('Half an hour. Then decide.', 'Save my place'),
    bands.footer(),
  ],
};

/** For the visitor who needs somebody within the hour. */
export const emergency: TemplatePage = {
  name: 'Call-out today',
  title: '[[work]] today in {{ client.town }} · {{ client.name }}',
  description: '{{ client.name }} comes today. Call {{ client.phone }}.',
  form: form(
    'Call-out',
    'Call me back',
    [],
    [
      ['phone', 'phone', 'Mobile'],
      ['short-text', 'what', 'What happened?', { required: false }],
    ],
  ),
  bands: [
    bands.deepHeader('Call us now'),
    bands.callNow(
      {
        headline: '[[work]]?\nWe are on our way.',
        line: suggest(
          'Call, or leave your number: we ring back within ten minutes and tell you when we arrive.',
        ),
        ticks: [
          suggest('A time of arrival you can hold us to'),
          suggest('The call-out price said on the phone'),
          suggest('Made safe first, repaired second'),
        ],
      },
      'tap',
      'Call me back instead',
    ),
    bands.tickColumns(
      'Until we arrive',
      ['Turn it off at the main', 'Keep children away', 'Take a picture for the insurer'],
      ['Do not force it', 'Open a window', 'Stay by the phone'],
    ),
    bands.formBeside(
      'Cannot talk just now?',
      'Leave your number and we call you back. One number is enough.',
      { title: 'We call you back', intro: '' },
    ),
    bands.areasServed('We come to you in'),
    bands.lastCall('Still reading? Just call.', 'Call me back'),
    bands.footer(),
  ],
};

/** An evening, a workshop, a webinar. */
export const event: TemplatePage = {
  name: 'Event',
  title: '[[event]] · {{ client.name }}',
  description: '[[event]] with {{ client.name }} in {{ client.town }}.',
  form: form('Event sign-up', 'Keep my seat', [
    [
      'consent',
      'texts',
      'Text me two hours before. Reply STOP and the texts end.',
      { purpose: 'texts', required: false },
    ],
  ]),
  bands: [
    bands.header('Questions about the evening?'),
    bands.promiseOnPicture(
      {
        headline: '[[event]]',
        line: suggest(
          'An hour and a half in {{ client.town }}, with time for your questions. Seats are few on purpose.',
        ),
        ticks: [
          suggest('Free, with tea'),
          suggest('Something to take home on paper'),
          suggest('No selling, promised'),
        ],
      },
      'evening-hall',
      { title: 'Keep a seat', intro: 'We send the details at once.' },
      '[[starts]]',
    ),
    bands.steps(
      'How the evening goes',
      suggestRows([
        ['Welcome', 'Tea, and a seat where you can see.'],
        ['What it is, in plain words', 'With pictures, and time for your own case.'],
        ['What helps, and what does not', 'One thing to do tomorrow, and a name to call.'],
      ]),
    ),
    bands.oneFace(
      suggest('A name'),
      suggest('Leads the evening'),
      suggest('Has answered this question a thousand times and still likes it.'),
    ),
    bands.placeAndHours('Where it is'),
    bands.asked('Before you come', [
      ['Is there parking?', suggest('Say where, and what it costs.')],
      ['Can I bring someone?', suggest('Say yes, and how.')],
      [
        'What if I can’t come after all?',
        'One click in the email frees your seat for someone else.',
      ],
    ]),
    bands.lastCall('Keep a seat while there is one.', 'Keep my seat'),
    bands.footer(),
  ],
};

/** A guide for an email address. */
export const guide: TemplatePage = {
  name: 'Free guide',
  title: '[[guide]] · {{ client.name }}',
  description: 'A free guide by {{ client.name }}: [[guide]].',
  form: form(
    'Guide request',
    'Send me the guide',
    [],
    [
      ['first-name', 'first_name', 'First name'],
      ['email', 'email', 'Email'],
    ],
  ),
  bands: [
    bands.header('Rather ask a person?'),
    bands.thingAndForm(
      {
        headline: '[[guide]]',
        line: suggest(
          'Eight pages from people who do this every day. It arrives in a minute, and costs nothing.',
        ),
        ticks: [
          suggest('What to ask before you sign'),
          suggest('Fair prices in {{ client.town }}'),
          suggest('A list to print and tick off'),
        ],
      },
      'guide',
      { title: 'Where shall we send it?', intro: 'Two questions, no calls.' },
    ),
    bands.steps(
      'What is in it',
      suggestRows([
        ['What goes wrong most', 'And how to see it coming.'],
        ['What it should cost', 'With what moves the price up and down.'],
        ['The list', 'Ten lines to tick off before you decide.'],
      ]),
    ),
    bands.oneFace(
      suggest('A name'),
      suggest('Wrote it'),
      suggest('And answers when you write back.'),
    ),
    bands.lastCall('One minute, eight pages.', 'Send me the guide'),
    bands.footer(),
  ],
};

/** One home for sale, named by its address. */
export const listing: TemplatePage = {
  name: '[[address]]',
  title: '[[address]], [[price]] · {{ client.name }}',
  description: '[[address]]: [[size]], [[price]]. See it with {{ client.name }}.',
  form: form('Showing request', 'Ask for a showing', [
    [
      'choice',
      'when',
      'When works for you?',
      {
        required: false,
        options: ['This week', 'At the weekend', 'Evenings', 'Just the papers, please'],
      },
    ],
  ]),
  bands: [
    bands.header('Ask about this home'),
    bands.homeForSale({
      address: '[[address]]',
      about: '[[about]]',
      price: '[[price]]',
      size: '[[size]]',
    }),
    bands.work('Inside', '', ['loft-living', 'kitchen']),
    bands.whereTheHomeIs('[[address]], {{ client.town }}'),
    bands.formBeside('See it for yourself', 'Tell us when you are free. We confirm the time.', {
      title: 'Ask for a showing',
      intro: '',
    }),
    bands.oneFace(
      suggest('A name'),
      suggest('Shows you round'),
      suggest('Knows the building, and says what is wrong with it.'),
    ),
    bands.lastCall('Bring your questions.', 'Ask for a showing'),
    bands.footer(),
  ],
};

/** A tablet at the door. */
export const signIn: TemplatePage = {
  name: 'Showing sign-in',
  hidden: true,
  title: 'Welcome to [[address]]',
  description: 'Sign in for the showing of [[address]].',
  form: {
    ...form('Showing sign-in', 'I am here', [
      ['checkbox', 'agent', 'I already have an agent', { required: false }],
    ]),
    after: {
      kind: 'message',
      text: 'Thank you, {{ person.first_name | default: "and welcome" }}. Go on in.',
    },
  },
  bands: [
    bands.atTheDoor(
      'Welcome to\n[[address]]',
      suggest('Sign in once, and the floor plan is in your email before you leave the hall.'),
      { title: 'Who is visiting?', intro: '' },
    ),
    bands.footer(),
  ],
};

/** What homes are worth around here. */
export const neighborhood: TemplatePage = {
  name: 'Neighborhood report',
  title: 'What homes sell for in [[area]] · {{ client.name }}',
  description: 'Median price, days on market and homes for sale in [[area]].',
  form: form('Report request', 'Send me the report', [
    ['address', 'home', 'Your address, for a closer figure', { required: false }],
  ]),
  bands: [
    bands.header('Ask what yours would bring'),
    bands.headlineOverPicture(
      'What homes sell for in [[area]]',
      suggest(
        'Every sale of the last quarter, counted street by street, and what it says about yours.',
      ),
      'neighborhood',
      'Send me the report',
    ),
    bands.figures('At a glance', [
      [suggest('$000,000'), 'median price of the last quarter'],
      [suggest('00 days'), 'from sign to sold'],
      [suggest('00'), 'homes for sale today'],
      [suggest('0.0'), 'months of supply'],
    ]),
    bands.formBeside(
      'The whole report, two pages',
      suggest('The figures with where they come from, street by street. No password, no calls.'),
      { title: 'Where shall we send it?', intro: '' },
    ),
    bands.areasServed('We count in'),
    bands.oneFace(
      suggest('A name'),
      suggest('Counts and explains'),
      suggest('Has sold on your street.'),
    ),
    bands.lastCall('Two pages. Then you know.', 'Send me the report'),
    bands.footer(),
  ],
};

/** Questions first, thanks after. */
export const survey: TemplatePage = {
  name: 'Survey',
  hidden: true,
  title: 'A few questions · {{ client.name }}',
  description: 'Tell {{ client.name }} what to do better.',
  form: form(
    'Survey',
    'Send my answers',
    [
      ['choice', 'again', 'Would you come back?', { options: ['Yes', 'Perhaps', 'No'] }],
      ['long-text', 'good', 'What was good?', { required: false }],
      ['long-text', 'better', 'What should we do better?', { required: false }],
    ],
    [
      ['first-name', 'first_name', 'First name', { required: false }],
      ['email', 'email', 'Email, if we may answer', { required: false }],
    ],
  ),
  bands: [
    bands.header('Rather tell us?'),
    bands.formAlone(
      'A few questions.\nA few minutes.',
      'We read every answer ourselves, and answer the ones that ask for it.',
      { title: 'Tell us', intro: '' },
    ),
    bands.footer(),
  ],
};

/** Where, when, and a way to write. */
export const contact: TemplatePage = {
  name: 'Contact',
  title: 'Find us · {{ client.name }}',
  description: '{{ client.name }}, {{ client.address }}. {{ client.hours }}.',
  kind: 'site',
  form: {
    ...form('Contact form', 'Send the message', [['long-text', 'message', 'What is it about?']]),
    after: { kind: 'message', text: 'Thank you. We will answer soon.' },
  },
  bands: [
    bands.header('Call us'),
    bands.mapAcross('Find us', '{{ client.address }}'),
    bands.formBeside('Write to us', 'A person reads it and answers.', {
      title: 'Your message',
      intro: '',
    }),
    band('Elsewhere', {}, column(1, block('social'))),
    bands.footer(),
  ],
};

/** What people say, and a place to say it. */
export const reviewsPage: TemplatePage = {
  name: 'Reviews',
  kind: 'site',
  title: 'What people say · {{ client.name }}',
  description: 'Honest words about {{ client.name }} from people in {{ client.town }}.',
  form: {
    ...form(
      'Review',
      'Send my review',
      [['long-text', 'said', 'What would you tell a neighbor?']],
      [
        ['first-name', 'first_name', 'First name'],
        ['email', 'email', 'Email, not shown'],
      ],
    ),
    after: { kind: 'message', text: 'Thank you. We read it first, and show it as you wrote it.' },
  },
  bands: [
    bands.header('Call us'),
    bands.quoteFirst(
      'What people say',
      'In their own words, the good and the useful.',
      askForOne,
      theirs,
    ),
    bands.reviews(
      [
        [askForOne, theirs],
        [askForOne, theirs],
        [askForOne, theirs],
      ],
      'paper',
    ),
    bands.formAlone(
      'Your turn',
      'Two sentences are plenty.',
      { title: 'Say it plainly', intro: '' },
      2,
    ),
    bands.footer(),
  ],
};

/** Short, for a link in a text. */
export const mobileOffer: TemplatePage = {
  name: 'Offer by text',
  hidden: true,
  title: '[[offer]] · {{ client.name }}',
  description: '[[offer]] at {{ client.name }}.',
  form: form(
    'Offer',
    'Keep it for me',
    [],
    [
      ['first-name', 'first_name', 'First name'],
      ['phone', 'phone', 'Mobile'],
    ],
  ),
  bands: [
    bands.header(''),
    bands.offerOnColor(
      {
        above: 'For you, {{ person.first_name | default: "neighbor" }}',
        price: '[[offer]]',
        below: 'Show this at the counter, until [[until]].',
      },
      'Keep it for me',
    ),
    bands.formAlone('Keep it', 'We hold it under your number.', {
      title: 'Two questions',
      intro: '',
    }),
    bands.placeAndHours('Come by'),
    bands.footer(),
  ],
};

/** The time, on its own step. */
export const chooseTime: TemplatePage = {
  name: 'Choose a time',
  hidden: true,
  title: 'Choose your time · {{ client.name }}',
  description: '',
  form: {
    ...form('Booking form', 'Book this time'),
    consent: 'You can move or cancel it with one click.',
  },
  bands: [
    bands.header('Can’t find a time? Call'),
    bands.chooseTime(
      'When works for you, {{ person.first_name | default: "best" }}?',
      'Pick a time; it is yours at once.',
      ['Move or cancel with one click', 'Your details are filled in already'],
    ),
    bands.footer(),
  ],
};

/** What comes next, and the next thing to do. */
export const thanksPage: TemplatePage = {
  name: 'Thank you',
  hidden: true,
  title: 'Thank you · {{ client.name }}',
  description: '',
  bands: [
    bands.header('Rather talk now?'),
    bands.thanks('Your answers are with us. An email is on its way to you.', [
      'We read what you wrote',
      'Somebody of us gets in touch',
      'You can call us about it at any time we are open',
    ]),
    bands.footer(),
  ],
};
