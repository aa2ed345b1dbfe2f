import { z } from 'zod';
import { NodeId } from '../basics/node-id.ts';
import { plainText } from '../basics/text-shapes.ts';
import { Look, placeLook, type LookPart } from './look.ts';

/** What every block has besides the settings of its kind: how it departs from the brand, and a name of its own in the outline. */
export const blockBase = { look: Look, ownName: plainText(60) };

/**
 * What core knows of a kind of block: its settings' shape and what a new one starts with.
 * Settings are never optional, so that the inverse of a change can always name the earlier value.
 */
export interface BlockKind<Kind extends string, Settings extends z.ZodRawShape> {
  kind: Kind;
  label: string;
  schema: z.ZodObject<
    { id: typeof NodeId; kind: z.ZodLiteral<Kind> } & typeof blockBase & Settings
  >;
  /** What its look may set. */
  lookParts: readonly LookPart[];
  starter: z.infer<z.ZodObject<Settings>>;
  /** Names one block in the outline from its settings, for example by its words. */
  nameOf: (settings: z.infer<z.ZodObject<Settings>>) => string;
}

export function blockKind<Kind extends string, Settings extends z.ZodRawShape>(given: {
  kind: Kind;
  label: string;
  /** What its look may set besides the space around it. */
  look?: readonly LookPart[];
  settings: Settings;
  starter: z.infer<z.ZodObject<Settings>>;
  nameOf?: (settings: z.infer<z.ZodObject<Settings>>) => string;
}): BlockKind<Kind, Settings> {
  const schema = z.strictObject({
    id: NodeId,
    kind: z.literal(given.kind),
    ...blockBase,
    ...given.settings,
  }) as unknown as BlockKind<Kind, Settings>['schema'];
  return {
    kind: given.kind,
    label: given.label,
    schema,
    lookParts: [...(given.look ?? []), ...placeLook],
    starter: given.starter,
    nameOf: given.nameOf ?? (() => given.label),
  };
}
