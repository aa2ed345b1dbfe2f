import { z } from 'zod';
import { Tag, unreachable } from '../basics/index.ts';

/** What a sequence ends on. */
export const EndsWhen = z.discriminatedUnion('when', [
  z.strictObject({ when: z.literal('booked') }),
  z.strictObject({ when: z.literal('replied') }),
  z.strictObject({ when: z.literal('unsubscribed') }),
  z.strictObject({ when: z.literal('tagged'), tag: Tag }),
]);
export type EndsWhen = z.infer<typeof EndsWhen>;

/** What a step may wait for. */
export const WaitsFor = z.discriminatedUnion('when', [
  z.strictObject({ when: z.literal('replied') }),
  z.strictObject({ when: z.literal('booked') }),
  z.strictObject({ when: z.literal('clicked') }),
  z.strictObject({ when: z.literal('opened') }),
  z.strictObject({ when: z.literal('tagged'), tag: Tag }),
]);
export type WaitsFor = z.infer<typeof WaitsFor>;

/** Something that somebody did or that was done to them; tags come several at once. */
export type Happening =
  | { when: Exclude<EndsWhen['when'] | WaitsFor['when'], 'tagged'> }
  | { when: 'tagged'; tags: readonly string[] };

/** Whether that is what a sequence ends on, or what a step waits for. Following a link opens the message that it is in. */
export function isHappening(awaited: EndsWhen | WaitsFor, what: Happening): boolean {
  if (awaited.when === 'tagged') return what.when === 'tagged' && what.tags.includes(awaited.tag);
  return what.when === awaited.when || (awaited.when === 'opened' && what.when === 'clicked');
}

/** What a step waits for, as a clause: "until they answer". */
export function waitsForWords(what: WaitsFor): string {
  switch (what.when) {
    case 'replied':
      return 'they answer';
    case 'booked':
      return 'they book';
    case 'clicked':
      return 'they follow a link';
    case 'opened':
      return 'they open an email';
    case 'tagged':
      return `they are tagged ${what.tag}`;
    default:
      return unreachable(what);
  }
}
