import { z } from 'zod';
import { marked } from './marks.ts';

/**
 * The id of a band, column, block or question inside a draft: short, made as the part is added. `page` is the page
 * itself, and `constructor` what every object has.
 */
const nodeId = () => z.string().regex(/^(?!(?:page|constructor)$)[a-z0-9-]{1,40}$/);
export const NodeId = nodeId();
export type NodeId = z.infer<typeof NodeId>;

/** The id of another part of the same page, as a button has that scrolls to a band. */
export const PartRef = marked(nodeId(), { isPart: true });
