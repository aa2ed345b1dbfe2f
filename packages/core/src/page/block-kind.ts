import { z } from 'zod';
import { NodeId } from './node-id.ts';

/**
 * What core knows of a kind of block: its settings' shape and what a new one starts with.
 * Settings are never optional, so that the inverse of a change can always name the earlier value.
 */
export interface BlockKind<Kind extends string, Settings extends z.ZodRawShape> {
  kind: Kind;
  label: string;
  schema: z.ZodObject<{ id: typeof NodeId; kind: z.ZodLiteral<Kind> } & Settings>;
  starter: z.infer<z.ZodObject<Settings>>;
  /** Names one block in the outline from its settings, for example by its words. */
  nameOf: (settings: z.infer<z.ZodObject<Settings>>) => string;
}

export function blockKind<Kind extends string, Settings extends z.ZodRawShape>(given: {
  kind: Kind;
  label: string;
  settings: Settings;
  starter: z.infer<z.ZodObject<Settings>>;
  nameOf?: (settings: z.infer<z.ZodObject<Settings>>) => string;
}): BlockKind<Kind, Settings> {
  const schema = z.strictObject({
    id: NodeId,
    kind: z.literal(given.kind),
    ...given.settings,
  }) as unknown as BlockKind<Kind, Settings>['schema'];
  return {
    kind: given.kind,
    label: given.label,
    schema,
    starter: given.starter,
    nameOf: given.nameOf ?? (() => given.label),
  };
}

export const Align = z.enum(['start', 'centre', 'end']);

/** Words with merge fields. Control characters other than line breaks have no place on a page. */
export const words = (most: number) =>
  z
    .string()
    .max(most, `Keep it to ${most} characters.`)
    .refine((text) => !hasControl(text), 'Remove the control characters from the text.');

function hasControl(text: string): boolean {
  return [...text].some((character) => {
    const code = character.charCodeAt(0);
    return code < 32 ? code !== 10 && code !== 9 : code === 127;
  });
}

/** An address a visitor may be sent to: http, https, mail or phone. Anything else could run script. */
export const SafeHref = z
  .string()
  .max(2000)
  .regex(
    /^(?:https?:\/\/|mailto:|tel:|\/(?!\/)|#)\S*$/i,
    'Give a full address that begins with https://.',
  );
