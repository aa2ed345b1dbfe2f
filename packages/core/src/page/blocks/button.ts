import { z } from 'zod';
import { FileId, marked, PageId } from '../../basics/index.ts';
import { Align, blockKind } from '../block-kind.ts';
import { SafeHref, words } from '../../basics/text-shapes.ts';
import { PartRef } from '../../basics/node-id.ts';

/** The one thing that a button does. `call`, `text` and `email` reach the client by the fact sheet. */
export const ButtonAction = marked(
  z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('next-step') }),
    z.strictObject({ kind: z.literal('scroll'), band: PartRef }),
    z.strictObject({ kind: z.literal('page'), page: PageId }),
    z.strictObject({ kind: z.literal('address'), href: SafeHref }),
    z.strictObject({ kind: z.literal('call') }),
    z.strictObject({ kind: z.literal('text') }),
    z.strictObject({ kind: z.literal('email') }),
    z.strictObject({ kind: z.literal('popup'), popup: PartRef }),
    z.strictObject({ kind: z.literal('download'), file: FileId }),
  ]),
  { whenGone: { kind: 'next-step' } },
);
export type ButtonAction = z.infer<typeof ButtonAction>;

export const button = blockKind({
  kind: 'button',
  label: 'Button',
  settings: {
    label: words(80),
    action: ButtonAction,
    look: z.enum(['solid', 'outline']),
    align: Align,
  },
  starter: { label: 'Go on', action: { kind: 'next-step' }, look: 'solid', align: 'start' },
  nameOf: (button) => button.label || 'Button',
});
