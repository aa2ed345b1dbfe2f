import { z } from 'zod';
import type { Reference, ReferenceKind } from './reference.ts';

/** What a schema says of the values it describes, beyond their shape. */
export interface Mark {
  /** The value is the id of a thing of this kind. */
  reference?: ReferenceKind;
  /** The value is the id of another part of the same document. */
  isPart?: true;
  /** The value is read by visitors; gives it as plain words. */
  words?: (value: never) => string;
  /** The value is an address that leads somewhere. */
  isLink?: true;
  /** What takes the value's place when something that it names is gone. */
  whenGone?: unknown;
}

const marks = z.registry<Mark>();

/** Marks a schema, so that what holds for its values is found wherever a document uses it. */
export function marked<Schema extends z.ZodType>(schema: Schema, mark: Mark): Schema {
  marks.add(schema, mark);
  return schema;
}

/** Calls `visit` for every value whose schema is marked, in the order of the schema's settings, with the way to it: `actions.0.to`. */
export function visitMarked(
  schema: z.ZodType,
  value: unknown,
  visit: (mark: Mark, value: unknown, at: string) => void,
  at: readonly string[] = [],
): void {
  const mark = marks.get(schema);
  if (mark) visit(mark, value, at.join('.'));
  for (const [key, inner, part] of partsOf(schema, value))
    visitMarked(inner, part, visit, key === itself ? at : [...at, key]);
}

/** Everything that a value names by its id, in the order of the schema's settings. */
export function referencesIn(schema: z.ZodType, value: unknown): Reference[] {
  const found: Reference[] = [];
  visitMarked(schema, value, ({ reference }, id, at) => {
    if (reference) found.push({ kind: reference, id: id as string, at });
  });
  return found;
}

/** Stands for a value that names something that is gone. */
export const gone = Symbol('gone');

/**
 * A copy of a value in which `turn` has changed what is marked. Where `turn` gives `gone`, the nearest setting around it
 * that can do without is emptied: one that may be null becomes null, one that may be left out is, an entry falls out of its
 * list, and a value marked with `whenGone` becomes that. When nothing around it can, the whole is `gone`.
 */
export function turnMarked(
  schema: z.ZodType,
  value: unknown,
  turn: (mark: Mark, value: unknown) => unknown,
): unknown {
  const turned = turnParts(schema, value, turn);
  const mark = marks.get(schema);
  const own = mark && turned !== gone ? turn(mark, turned) : turned;
  if (own !== gone) return own;
  if (mark && 'whenGone' in mark) return mark.whenGone;
  if (schema instanceof z.ZodOptional) return undefined;
  return schema instanceof z.ZodNullable ? null : gone;
}

function turnParts(
  schema: z.ZodType,
  value: unknown,
  turn: (mark: Mark, value: unknown) => unknown,
): unknown {
  const parts = partsOf(schema, value).map(
    ([key, inner, part]) => [key, turnMarked(inner, part, turn)] as const,
  );
  if (parts[0]?.[0] === itself) return parts[0][1];
  if (parts.length === 0) return value;
  if (schema instanceof z.ZodArray)
    return parts.map(([, part]) => part).filter((part) => part !== gone);
  if (parts.some(([, part]) => part === gone)) return gone;
  if (Array.isArray(value)) return parts.map(([, part]) => part);
  const left = Object.entries({ ...(value as object), ...Object.fromEntries(parts) });
  return Object.fromEntries(left.filter(([, part]) => part !== undefined));
}

/** Stands for the key of a value that a schema hands on to another as it is. */
const itself = Symbol('itself');
type Part = [key: string | typeof itself, schema: z.ZodType, value: unknown];

/** The values in a value, each with its schema. Values that have no schema, as in an unknown setting, have no parts. */
function partsOf(schema: z.ZodType, value: unknown): Part[] {
  if (value === null || value === undefined) return [];
  if (schema instanceof z.ZodObject)
    return Object.entries(schema.shape as Record<string, z.ZodType>)
      .filter(([key]) => Object.hasOwn(value, key))
      .map(([key, inner]): Part => [key, inner, (value as Record<string, unknown>)[key]]);
  if (schema instanceof z.ZodArray)
    return (value as unknown[]).map((part, index): Part => [
      String(index),
      schema.element as z.ZodType,
      part,
    ]);
  if (schema instanceof z.ZodTuple)
    return (schema.def.items as z.ZodType[]).map((inner, index): Part => [
      String(index),
      inner,
      (value as unknown[])[index],
    ]);
  if (schema instanceof z.ZodRecord)
    return Object.entries(value).map(([key, part]): Part => [
      key,
      schema.valueType as z.ZodType,
      part,
    ]);
  const inner = innerOf(schema, value);
  return inner ? [[itself, inner, value]] : [];
}

function innerOf(schema: z.ZodType, value: unknown): z.ZodType | undefined {
  if (
    schema instanceof z.ZodNullable ||
    schema instanceof z.ZodOptional ||
    schema instanceof z.ZodDefault
  )
    return schema.unwrap() as z.ZodType;
  if (schema instanceof z.ZodDiscriminatedUnion) {
    const { discriminator } = schema.def;
    const name = (value as Record<string, unknown>)[discriminator];
    return (schema.options as z.ZodObject[]).find(({ shape }) =>
      (shape[discriminator] as z.ZodLiteral).values.has(name as string),
    );
  }
  if (schema instanceof z.ZodUnion)
    return (schema.options as z.ZodType[]).find((option) => option.safeParse(value).success);
  return undefined;
}
