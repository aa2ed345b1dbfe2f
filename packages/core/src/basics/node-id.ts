import { z } from 'zod';

/**
 * The id of a band, column, block or question inside a draft: short, made by whoever adds the part. `page` is the page
 * itself, and `constructor` what every object has.
 */
export const NodeId = z.string().regex(/^(?!(?:page|constructor)$)[a-z0-9-]{1,40}$/);
export type NodeId = z.infer<typeof NodeId>;
