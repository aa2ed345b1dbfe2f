import { z } from 'zod';
import { NodeId } from '../basics/node-id.ts';

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
