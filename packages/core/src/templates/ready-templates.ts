import type { Ask } from './asks.ts';
import type { TemplatePage } from './make.ts';
import * as pages from './pages.ts';
import type { Aim, Meant, Trade } from './suits.ts';

/** A page or a whole funnel, ready to be taken: every page becomes the client's own. */
export interface ReadyTemplate extends Meant {
  name: string;
  label: string;
  about: string;
  asks: Ask[];
  pages: TemplatePage[];
}

const work: Ask = {
  key: 'work',
  label: 'What the work is called',
  kind: 'text',
  example: 'A new driveway',
};
const address: Ask = {
  key: 'address',
  label: 'The home’s address',
  kind: 'text',
  example: '3 Ropewalk Loft',
};
/** What names a home for sale. */
const home: Ask[] = [
  address,
  {
    key: 'about',
    label: 'A sentence or two about it',
    kind: 'text',
    example: 'Two floors above the harbor, with evening light in every room.',
  },
  { key: 'price', label: 'Asking price', kind: 'text', example: '$612,000' },
  {
    key: 'size',
    label: 'Size in a line',
    kind: 'text',
    example: '3 bedrooms, 2 baths, 1,840 sq ft',
  },
];
const event: Ask = {
  key: 'event',
  label: 'What the event is called',
  kind: 'text',
  example: 'The runner’s knee evening',
};
const starts: Ask = {
  key: 'starts',
  label: 'When it begins',
  kind: 'moment',
  example: '2027-03-18T18:30',
};
const guide: Ask = {
  key: 'guide',
  label: 'What the guide is called',
  kind: 'text',
  example: 'Seven questions before you sign',
};

const one = (
  name: string,
  about: string,
  aim: Aim,
  trade: Trade,
  page: TemplatePage,
  asks: Ask[] = [],
): ReadyTemplate => ({
  name,
  label: page.name.startsWith('[[') ? about.split('.')[0]! : page.name,
  about,
  aims: [aim],
  trade,
  asks,
  pages: [page],
});

const path = (
  name: string,
  label: string,
  about: string,
  aim: Aim,
  trade: Trade,
  steps: TemplatePage[],
  asks: Ask[] = [],
): ReadyTemplate => ({
  name,
  label,
  about,
  aims: [aim],
  trade,
  asks,
  pages: steps,
});

/** Every page and funnel that can be taken ready-made: funnels first. */
export const readyTemplates: readonly ReadyTemplate[] = [
  path(
    'survey-funnel',
    'Estimate, then thanks',
    'Ask for a free estimate, then say thank you.',
    'leads',
    'home',
    [pages.service, pages.thanksPage],
    [work],
  ),
  path(
    'visit-funnel',
    'First visit with a time',
    'Save a place, choose a time, then say thank you.',
    'booking',
    'health',
    [pages.firstVisit, pages.chooseTime, pages.thanksPage],
  ),
  path(
    'survey-time-funnel',
    'Estimate with a time',
    'Ask for an estimate, choose a time, then say thank you.',
    'booking',
    'home',
    [pages.service, pages.chooseTime, pages.thanksPage],
    [work],
  ),
  path(
    'event-funnel',
    'Event sign-up',
    'Keep a seat, then say thank you.',
    'event',
    'any',
    [pages.event, pages.thanksPage],
    [event, starts],
  ),
  path(
    'guide-funnel',
    'Guide by email',
    'Ask for the guide, then say thank you.',
    'guide',
    'any',
    [pages.guide, pages.thanksPage],
    [guide],
  ),
  path(
    'listing-funnel',
    'Listing with showings',
    'The home, a time to see it, then thank you.',
    'listing',
    'property',
    [pages.listing, pages.chooseTime, pages.thanksPage],
    home,
  ),
  one(
    'service',
    'A contractor’s page: promise, form, proof, areas.',
    'leads',
    'home',
    pages.service,
    [work],
  ),
  one(
    'first-visit',
    'A practice’s page for people who have put it off.',
    'leads',
    'health',
    pages.firstVisit,
  ),
  one('emergency', 'For people who need someone right away.', 'leads', 'home', pages.emergency, [
    { ...work, label: 'What went wrong', example: 'Burst pipe' },
  ]),
  one('event', 'An evening or a webinar, with a countdown.', 'event', 'any', pages.event, [
    event,
    starts,
  ]),
  one('guide', 'A guide in exchange for an email address.', 'guide', 'any', pages.guide, [guide]),
  one(
    'listing',
    'One home for sale. Named by its address.',
    'listing',
    'property',
    pages.listing,
    home,
  ),
  one('sign-in', 'A tablet at the door of a showing.', 'listing', 'property', pages.signIn, [
    address,
  ]),
  one('neighborhood', 'What homes sell for around here.', 'guide', 'property', pages.neighborhood, [
    { key: 'area', label: 'The area', kind: 'text', example: 'Gannet Head' },
  ]),
  one('survey', 'Five questions, saved with the person.', 'answers', 'any', pages.survey),
  one(
    'reviews',
    'What people say, and a form that asks for more.',
    'answers',
    'any',
    pages.reviewsPage,
  ),
  one('contact', 'A map, opening hours and a message form.', 'around', 'any', pages.contact),
  one('offer', 'A short page for a link in a text.', 'offer', 'any', pages.mobileOffer, [
    { key: 'offer', label: 'The offer in two words', kind: 'text', example: '20% off' },
    { key: 'until', label: 'Until when', kind: 'text', example: 'the end of March' },
  ]),
  one(
    'choose-time',
    'Free times to choose from, after a form.',
    'booking',
    'any',
    pages.chooseTime,
  ),
  one('thanks', 'What happens next, and the next thing to do.', 'around', 'any', pages.thanksPage),
];
