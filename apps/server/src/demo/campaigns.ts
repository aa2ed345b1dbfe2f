import type { Chance } from './chance.ts';
import { homes } from './homes.ts';
import { surveyAnswers, surveyName } from './runners-survey.ts';

/** How visitors come to a client's first page, write and are called back; shares are of 1. */
export interface Campaign {
  /** The client's slug, and the name of its funnel. */
  client: string;
  funnel: string;
  /** Visitors on the first day of the sixty and on the last, a few more or fewer each day. */
  perDay: [first: number, last: number];
  phone: number;
  lead: number;
  called: number;
  sources: readonly (readonly [string, number])[];
  /** What they answer besides name, phone and email. */
  answers: (chance: Chance) => Record<string, string>;
}

/** How many look at each home a day: the loft is less new by now, the others came on later. */
const looked: Campaign['perDay'][] = [
  [9, 3],
  [1, 7],
  [1, 4],
];

/**
 * Campaigns of pages with a form and thanks behind it. A paving contractor lives from phones and ads, and from neighbors
 * who see the van; a home for sale draws many who only look.
 */
export const campaigns: Campaign[] = [
  {
    client: 'stonecroft-paving',
    funnel: 'Free driveway survey',
    perDay: [7, 12],
    phone: 0.86,
    lead: 0.1,
    called: 0.92,
    sources: [
      ['Search ads', 70],
      ['Social ads', 12],
      ['Direct', 9],
      ['notices.port-alder.test', 3],
      ['Van QR', 6],
    ],
    answers: (chance) => ({
      need: chance.weighted([
        ['Something new', 6],
        ['A repair', 3],
        ['Not sure yet', 2],
      ] as const),
    }),
  },
  ...homes.map(({ funnel }, index) => ({
    client: 'marram-coast-homes',
    funnel,
    perDay: looked[index]!,
    phone: 0.74,
    lead: 0.045,
    called: 0.97,
    sources: [
      ['Social ads', 52],
      ['Direct', 20],
      ['Search ads', 16],
      ['Window card QR', 12],
    ] as const,
    answers: (chance: Chance) => ({
      when: chance.weighted([
        ['This week', 4],
        ['At the weekend', 5],
        ['Evenings', 3],
        ['Just the papers, please', 2],
      ] as const),
    }),
  })),
  {
    client: 'fernhill-physio',
    funnel: surveyName,
    perDay: [1, 2],
    phone: 0.7,
    lead: 0.45,
    called: 0.9,
    sources: [
      ['Running club', 6],
      ['Social ads', 3],
      ['Direct', 2],
    ],
    answers: surveyAnswers,
  },
];
