import fc, { type Arbitrary } from 'fast-check';

/** A JSON Schema as `z.toJSONSchema` writes it, as far as it is read here. */
export interface JsonSchema {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: JsonSchema[];
  oneOf?: JsonSchema[];
  allOf?: JsonSchema[];
  items?: JsonSchema | boolean;
  prefixItems?: JsonSchema[];
  maxItems?: number;
  minItems?: number;
  properties?: Record<string, JsonSchema>;
  required?: string[];
  additionalProperties?: JsonSchema | boolean;
  propertyNames?: JsonSchema;
  format?: string;
  pattern?: string;
  minLength?: number;
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  $ref?: string;
  $defs?: Record<string, JsonSchema>;
}

const deepest = 6;

/**
 * Values of the shape that a schema asks for, good ones for the most part: numbers and texts go to their limits, `ids`
 * are used where an id is asked for. Patterns are not followed, so that some texts are refused.
 */
export function arbitraryFrom(schema: JsonSchema, ids: readonly string[]): Arbitrary<unknown> {
  return of(schema, 0);

  function of(part: JsonSchema | boolean | undefined, depth: number): Arbitrary<unknown> {
    if (part === undefined || typeof part === 'boolean') return fc.jsonValue({ maxDepth: 2 });
    if (part.$ref) {
      const name = part.$ref.split('/').at(-1)!;
      const target = part.$ref === '#' ? schema : schema.$defs?.[name];
      return depth > deepest ? fc.constant(null) : of(target, depth + 1);
    }
    if ('const' in part) return fc.constant(part.const);
    if (part.enum) return fc.constantFrom(...part.enum);
    const choices = part.anyOf ?? part.oneOf;
    if (choices) return fc.oneof(...choices.map((choice) => of(choice, depth)));
    if (part.allOf)
      return fc
        .tuple(...part.allOf.map((one) => of(one, depth)))
        .map((parts) => Object.assign({}, ...parts) as unknown);
    switch (part.type) {
      case 'string':
        return textFor(part, ids);
      case 'integer':
        return fc.integer({
          min: Math.max(part.minimum ?? -1_000, -(2 ** 31)),
          max: Math.min(part.maximum ?? 2_147_483_647, 2 ** 31 - 1),
        });
      case 'number':
        return fc.double({ min: part.minimum ?? -1e6, max: part.maximum ?? 1e6, noNaN: true });
      case 'boolean':
        return fc.boolean();
      case 'null':
        return fc.constant(null);
      case 'array':
        return part.prefixItems
          ? fc.tuple(...part.prefixItems.map((item) => of(item, depth + 1)))
          : fc.array(of(part.items, depth + 1), {
              minLength: part.minItems ?? 0,
              maxLength: Math.min(part.maxItems ?? 3, Math.max(part.minItems ?? 0, 3)),
            });
      case 'object':
        return objectFor(part, depth);
      default:
        return fc.jsonValue({ maxDepth: 2 });
    }
  }

  function objectFor(part: JsonSchema, depth: number): Arbitrary<unknown> {
    const properties = Object.fromEntries(
      Object.entries(part.properties ?? {}).map(([name, inner]) => [name, of(inner, depth + 1)]),
    );
    const record = fc.record(properties, { requiredKeys: part.required ?? [] });
    if (part.properties || typeof part.additionalProperties !== 'object') return record;
    return fc.dictionary(
      of(part.propertyNames ?? { type: 'string' }, depth).map(String),
      of(part.additionalProperties, depth + 1),
      { maxKeys: 2 },
    );
  }
}

function textFor({ format, maxLength = 40, minLength = 0 }: JsonSchema, ids: readonly string[]) {
  switch (format) {
    case 'uuid':
      return fc.oneof(fc.constantFrom(...ids), fc.uuid());
    case 'email':
      return fc.constantFrom('ana@example.com', 'desk@example.net');
    case 'date-time':
      return fc
        .date({ min: new Date('1900-01-02'), max: new Date('2199-12-30'), noInvalidDate: true })
        .map((date) => date.toISOString());
    default:
      return fc.oneof(
        fc.string({ minLength, maxLength: Math.min(maxLength, 60) }),
        fc.constantFrom('first-visit', 'America/New_York', '#1D6A70', '09:00', 'P1D', '2026-11-05'),
      );
  }
}

/** What outsiders send to see what breaks: NUL, half characters, extremes, names of inherited properties, depth. */
export const hostileValues: unknown[] = [
  'a\0b',
  '\ud83d',
  '\udc4d tail',
  'x'.repeat(70_000),
  '👍'.repeat(300),
  '{{ person.first_name | split: "" | first }}',
  '__proto__',
  'constructor',
  '%00',
  "'; drop table people; --",
  '\u202e\u0000\ufffe',
  '0000-01-01T00:00:00Z',
  '9999-12-31T23:59:59.999999999Z',
  '-271821-04-20T00:00:00Z',
  '+275760-09-13T00:00:00Z',
  '00000000-0000-0000-0000-000000000000',
  'bm90IGEgY3Vyc29y',
  '99999999999999999999',
  2 ** 31,
  -(2 ** 31) - 1,
  2 ** 53,
  -1,
  0.5,
  1e308,
  null,
  true,
  [],
  {},
  { __proto__: null, constructor: 1, toString: 2 },
  nested(40),
  nested(500),
];

function nested(depth: number): unknown {
  let value: unknown = 'deep';
  for (let level = 0; level < depth; level++) value = level % 2 ? { a: value } : [value];
  return value;
}

/** The same value with one part of it, at any depth, replaced. `at` chooses which. */
export function withPartReplaced(value: unknown, at: number, by: unknown): unknown {
  const paths = pathsIn(value);
  const path = paths[at % paths.length]!;
  return replaced(value, path, by);
}

function pathsIn(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [path];
  const inner = Array.isArray(value)
    ? value.flatMap((item, index) => pathsIn(item, [...path, index]))
    : Object.entries(value).flatMap(([key, item]) => pathsIn(item, [...path, key]));
  return [path, ...inner];
}

function replaced(value: unknown, [first, ...rest]: (string | number)[], by: unknown): unknown {
  if (first === undefined) return by;
  if (Array.isArray(value))
    return value.map((item, index) =>
      index === first ? replaced(item, rest, by) : (item as unknown),
    );
  const object = value as Record<string, unknown>;
  return { ...object, [first]: replaced(object[first], rest, by) };
}
