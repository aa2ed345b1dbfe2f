import { FormId, PageId, ResultNoteId, ResultViewId } from '@plumgate/core/basics';
import { z } from 'zod';

/** By what results are taken apart. */
export const resultParts = [
  'page',
  'source',
  'campaign',
  'device',
  'day',
  'hour',
  'form',
  'town',
  'assignee',
  'variation',
] as const;
/** Of them those that are known of people alone: who came and did not write is in none of their parts. */
export const isPartOfPeople = (by: ResultPart): boolean =>
  by === 'form' || by === 'town' || by === 'assignee';
export type ResultPart = (typeof resultParts)[number];

/** What pages brought in a time, or one part of it. */
export const ResultFigures = z.object({
  /**
   * Who saw a page for the first time. A part that is a page counts its own; all others, and the total, those of the funnels'
   * first steps, so that nobody counts once for each step.
   */
  visitors: z.int(),
  /** People who sent their first form of a funnel. */
  leads: z.int(),
  /** Bookings that were made and not canceled; and of them those to which somebody came. */
  bookings: z.int(),
  came: z.int(),
  /** Of the visitors, those who became leads, on whichever day. */
  conversions: z.int(),
  /** People who reached a stage that counts as won, and what they are worth, in minor units of the client's currency. */
  won: z.int(),
  value: z.int(),
  /** What ads cost, in the same; null where it can't be told for parts such as these. */
  cost: z.int().nullable(),
  /** The share of visitors who became leads with its 95% interval; null for the share itself where nobody came. */
  rate: z.object({ value: z.number().nullable(), low: z.number(), high: z.number() }),
});
export type ResultFigures = z.infer<typeof ResultFigures>;

/** A funnel in a time: who came to each step, who went on and how soon, and where the others stopped. */
export const FunnelResults = z.object({
  name: z.string(),
  /** Where visitors of the first step came from, most first. */
  sources: z.array(z.string()),
  steps: z.array(
    z.object({
      pageId: PageId,
      name: z.string(),
      /** Who saw it for the first time. */
      visitors: z.int(),
      /** Of a sample of them, of how many it was told what they saw; who came near the end, and for how long they had the page before them. */
      seen: z.object({ told: z.int(), reachedEnd: z.int(), medianSeconds: z.int() }).nullable(),
      /** The way on; null where nothing leads on. */
      hop: z
        .object({
          to: PageId,
          by: z.enum(['form', 'booking', 'button']),
          passed: z.int(),
          rate: ResultFigures.shape.rate,
          /** What it is measured against: its own time before, other clients of the trade, or a rule of thumb. */
          benchmark: z.object({
            value: z.number(),
            origin: z.enum(['own-past', 'others', 'rule']),
          }),
          /** Between the two steps; null where nobody went on. */
          medianSeconds: z.int().nullable(),
        })
        .nullable(),
      forms: z.array(
        z.object({
          formId: FormId,
          name: z.string(),
          began: z.int(),
          sent: z.int(),
          /** In their order, with how many were there last and did not send it. */
          questions: z.array(z.object({ key: z.string(), label: z.string(), left: z.int() })),
          leftElsewhere: z.int(),
        }),
      ),
    }),
  ),
  /** Where most are lost, or why that can't be said. */
  dropOff: z.union([
    z.object({ page: PageId }),
    z.object({ none: z.enum(['one-hop', 'too-few', 'no-difference']) }),
  ]),
});
export type FunnelResults = z.infer<typeof FunnelResults>;

/** A way to look at results that is kept by a name: the fields of the screen's address. */
export const ResultView = z.object({
  viewId: ResultViewId,
  name: z.string().trim().min(1, 'Give it a name.').max(40),
  fields: z.partialRecord(z.enum(['time', 'from', 'to', 'by', 'with']), z.string().max(40)),
});
export type ResultView = z.infer<typeof ResultView>;

/** Something that happened on a day. */
export const ResultNote = z.object({
  /** Of one that somebody wrote down; null for what the program knows of. */
  noteId: ResultNoteId.nullable(),
  kind: z.enum(['own', 'published', 'test-begun', 'test-ended']),
  day: z.iso.date(),
  /** What was written, the pages that were published, or the idea that was tested. */
  words: z.string(),
});
export type ResultNote = z.infer<typeof ResultNote>;

export const ResultRow = ResultFigures.extend({
  /** The page's id, the source's name, `phone` or `wide`, the day, an hour of the week (`4-09`), the campaign as addresses say it, the form's id, the town, the assignee's id, or the id of a split test's variation; empty where it is not known. */
  key: z.string(),
  label: z.string(),
});
export type ResultRow = z.infer<typeof ResultRow>;
