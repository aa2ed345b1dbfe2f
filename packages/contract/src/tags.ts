import { FunnelId, InstantText, PageId, TagId } from '@plumgate/core/basics';
import { Measuring, TagContent, tagRules, type TagRule } from '@plumgate/core/tags';
import { z } from 'zod';

export const TagView = z.object({ id: TagId, content: TagContent });
export type TagView = z.infer<typeof TagView>;

/** A client's tags in the order in which they run, and how visitors are counted. */
export const TagsView = z.object({
  tags: z.array(TagView),
  measuring: Measuring,
  /** The two tags that send to the stand-in with which tags are tried. */
  receiver: z.array(TagContent),
});
export type TagsView = z.infer<typeof TagsView>;

/** What a funnel's live pages carry, as they are sent, and what is wrong with that. */
export const FunnelTags = z.object({
  funnelId: FunnelId,
  name: z.string(),
  pages: z.array(z.object({ pageId: PageId, name: z.string(), tags: z.array(TagId) })),
  findings: z.array(
    z.object({
      rule: z.enum(Object.keys(tagRules) as [TagRule, ...TagRule[]]),
      tag: TagId,
      page: PageId.nullable(),
    }),
  ),
});
export type FunnelTags = z.infer<typeof FunnelTags>;

/** Something that a tag sent to the stand-in. */
export const TagHit = z.object({
  name: z.string(),
  page: z.string(),
  data: z.record(z.string(), z.string()),
  at: InstantText,
});
export type TagHit = z.infer<typeof TagHit>;
