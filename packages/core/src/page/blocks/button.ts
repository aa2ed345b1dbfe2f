import { z } from 'zod';
import { Align, blockKind, SafeHref, words } from '../block-kind.ts';
import { NodeId } from '../node-id.ts';

export const ButtonAction = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('next-step') }),
  z.strictObject({ kind: z.literal('scroll'), band: NodeId }),
  z.strictObject({ kind: z.literal('address'), href: SafeHref }),
]);
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
