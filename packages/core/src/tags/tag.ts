import { z } from 'zod';
import {
  Cents,
  documentFormat,
  FormId,
  FunnelId,
  PageId,
  TagId,
  type DocumentFormat,
} from '../basics/index.ts';

/** Which of a client's pages carry a tag. */
export const TagPlace = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('client') }),
  z.object({ kind: z.literal('funnel'), funnel: FunnelId }),
  z.object({ kind: z.literal('page'), page: PageId }),
]);
export type TagPlace = z.infer<typeof TagPlace>;

/**
 * When a tag runs: whenever the page is opened, as the base code of an ad platform does; or once for each form that was
 * sent, on the page that is reached by sending it. There its code may name `{{ lead.id }}`, `{{ lead.value }}` and
 * `{{ lead.currency }}`. Most clients don't know what a lead is worth: without a value its name stands for nothing.
 */
export const TagRuns = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('always') }),
  z.object({
    kind: z.literal('lead'),
    /** Only after this form; after any where none is named. */
    form: FormId.nullable(),
    value: Cents.check(z.positive('Give a value above nothing.'), z.lte(10_000_000_000)).nullable(),
  }),
]);
export type TagRuns = z.infer<typeof TagRuns>;

/** Somebody else's code on a client's pages: it counts visits and leads for an ad platform, for example. */
export const TagContent = z.strictObject({
  name: z.string().trim().min(1, 'Give it a name.').max(60),
  code: z.string().trim().min(1, 'Paste the code.').max(20_000, 'Keep it to 20,000 characters.'),
  on: z.boolean(),
  /** In the head, or at the end of the body. */
  part: z.enum(['head', 'body']),
  place: TagPlace,
  runs: TagRuns,
  /** Runs only where a visitor has agreed, and never where their browser asks not to be tracked. */
  needsConsent: z.boolean(),
  /** The tag whose code has to run before this one's; null for none. */
  needs: TagId.nullable(),
});
export type TagContent = z.infer<typeof TagContent>;

/** How tags are stored. */
export const tagFormat: DocumentFormat<TagContent> = documentFormat('tag', []);

export interface Tag {
  id: TagId;
  content: TagContent;
}
