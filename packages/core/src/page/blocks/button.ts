import { z } from 'zod';
import { IconChoice } from '../../icons/index.ts';
import { FileId, marked, PageId } from '../../basics/index.ts';
import { blockKind } from '../block-kind.ts';
import { pressLook } from '../look.ts';
import { SafeHref, words } from '../../basics/text-shapes.ts';
import { PartRef } from '../../basics/node-id.ts';

/** The one thing that a button does. `call`, `text` and `email` reach the client by the fact sheet. */
export const buttonActions = [
  z.strictObject({ kind: z.literal('next-step') }),
  z.strictObject({ kind: z.literal('scroll'), band: PartRef }),
  z.strictObject({ kind: z.literal('page'), page: PageId }),
  z.strictObject({ kind: z.literal('address'), href: SafeHref }),
  z.strictObject({ kind: z.literal('call') }),
  z.strictObject({ kind: z.literal('text') }),
  z.strictObject({ kind: z.literal('email') }),
  z.strictObject({ kind: z.literal('popup'), popup: PartRef }),
  z.strictObject({ kind: z.literal('section'), section: PartRef }),
  z.strictObject({ kind: z.literal('download'), file: FileId }),
] as const;
export const ButtonAction = marked(z.discriminatedUnion('kind', buttonActions), {
  whenGone: { kind: 'next-step' },
});
export type ButtonAction = z.infer<typeof ButtonAction>;

export const button = blockKind({
  kind: 'button',
  label: 'Button',
  look: [...pressLook, 'align'],
  settings: {
    label: words(80),
    action: ButtonAction,
    shape: z.enum(['solid', 'outline']),
    /** A quiet line below it. */
    note: words(120),
    icon: IconChoice.nullable(),
    iconSide: z.enum(['before', 'after']),
  },
  starter: {
    label: 'Go on',
    action: { kind: 'next-step' },
    shape: 'solid',
    note: '',
    icon: null,
    iconSide: 'before',
  },
  nameOf: (button) => button.label || 'Button',
});
