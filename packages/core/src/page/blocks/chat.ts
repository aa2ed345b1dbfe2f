import { z } from 'zod';
import { words } from '../../basics/text-shapes.ts';
import { blockKind } from '../block-kind.ts';

/** A box in which visitors write to the business; what is answered comes back into it while they stay. */
export const chat = blockKind({
  kind: 'chat',
  label: 'Chat box',
  settings: {
    label: words(60),
    greeting: words(300),
    /** Where it stands: at the lower edge of the screen the whole way down, or where it was put on the page. */
    stands: z.enum(['edge', 'here']),
  },
  starter: {
    label: 'Ask us a question',
    greeting: 'Write to us here. We answer on this page, or by email if you have left by then.',
    stands: 'edge',
  },
  nameOf: ({ label }) => `Chat box · ${label}`,
});

/** Blocks that the page draws after its last band, where they can stay in sight the whole way down. */
export const isDrawnLast = (block: { kind: string; stands?: string }): boolean =>
  block.kind === 'call-bar' || (block.kind === 'chat' && block.stands === 'edge');
