import { endpoints, zodOf, type Endpoint, type Schema } from '@plumgate/contract';
import fc from 'fast-check';
import { z } from 'zod';
import {
  arbitraryFrom,
  hostileValues,
  withPartReplaced,
  type JsonSchema,
} from '../testing/arbitrary-from-schema.ts';
import { addBookingStep, buildWorld, TestApp, type World } from '../testing/test-app.ts';

/**
 * Every endpoint is sent what its own schemas describe, with one part of it replaced by what outsiders try. Whatever it
 * is, it is done or refused: the program is never at a loss (5xx).
 */
let app: TestApp;
let world: World;
let ids: string[];
beforeAll(async () => {
  app = await TestApp.start();
  // An answer from the post room comes back by a request to the program itself.
  await app.listen();
  world = await buildWorld(app);
  const bookable = await addBookingStep(app, world);
  await app.site('POST', '/first-visit', {
    form: { name: 'Ana Okafor', email: 'ana@example.com', phone: '(207) 555-0117' },
  });
  await app.settle();
  const { rows } = await app.database.pool.query<{ id: string }>(
    `select id from people union select id from sequences union select id from routing_rules union select id from post_room
     union select id from users union select id from page_revisions`,
  );
  ids = [
    world.client.id,
    world.first.pageId,
    world.thanks.pageId,
    world.first.funnel.id,
    world.formId,
    bookable.calendar.id,
    ...rows.map(({ id }) => id),
  ];
});
afterAll(() => app.stop());

/** Ends what the others need, or takes the demo's clock years on. */
const skipped = new Set(['signOut', 'moveClock', 'followEvents', 'archiveClient']);
const runs = 15;

const schemaOf = (schema: Schema | undefined): JsonSchema | null =>
  schema
    ? (z.toJSONSchema(zodOf(schema), { io: 'input', unrepresentable: 'any' }) as JsonSchema)
    : null;

const partsOf = (endpoint: Endpoint) =>
  fc.record({
    params: valuesOf(endpoint.params),
    query: valuesOf(endpoint.query),
    body: endpoint.bodyType ? fc.uint8Array({ maxLength: 64 }) : valuesOf(endpoint.body),
  });

function valuesOf(schema: Schema | undefined): fc.Arbitrary<unknown> {
  const json = schemaOf(schema);
  return json ? arbitraryFrom(json, ids) : fc.constant(undefined);
}

interface Parts {
  params?: unknown;
  query?: unknown;
  body?: unknown;
}

function send(endpoint: Endpoint, { params, query, body }: Parts) {
  const path = endpoint.path.replace(/:(\w+)/g, (_, name: string) =>
    percentEncoded(text((params as Record<string, unknown> | undefined)?.[name])),
  );
  const search = Object.entries((query as object | undefined) ?? {})
    .map(([name, value]) => `${percentEncoded(name)}=${percentEncoded(text(value))}`)
    .join('&');
  const url = (search ? `${path}?${search}` : path).slice(0, 12_000);
  return endpoint.bodyType
    ? app.bytes(
        endpoint.method as 'POST',
        url,
        Buffer.from(body instanceof Uint8Array ? body : []),
        'owner@example.com',
      )
    : app.raw(endpoint.method, url, body === undefined ? undefined : JSON.stringify(body));
}

const text = (value: unknown): string =>
  typeof value === 'string' ? value : (JSON.stringify(value) ?? '');
const percentEncoded = (value: string): string =>
  encodeURIComponent(value.replace(/\p{Surrogate}/gu, '\ufffd'));

it.each(endpoints.filter(([name]) => !skipped.has(name)))(
  '%s is never at a loss',
  async (_name, endpoint) => {
    await fc.assert(
      fc.asyncProperty(
        partsOf(endpoint),
        fc.constantFrom<keyof Parts>('params', 'query', 'body', 'body', 'body'),
        fc.nat(200),
        fc.constantFrom(...hostileValues),
        fc.boolean(),
        async (parts, where, at, hostile, isGood) => {
          const sent =
            isGood || parts[where] === undefined || endpoint.bodyType
              ? parts
              : { ...parts, [where]: withPartReplaced(parts[where], at, hostile) };
          const answer = await send(endpoint, sent);
          if (answer.statusCode >= 500)
            throw new Error(`${answer.statusCode} for ${JSON.stringify(sent).slice(0, 1500)}`);
        },
      ),
      { numRuns: runs, endOnFailure: true },
    );
    // A write that broke something for the next one would show here.
    expect((await app.api('GET', '/api/health')).statusCode).toBe(200);
  },
);

it.each([
  'text/plain',
  'application/xml',
  'multipart/form-data; boundary=x',
  'nonsense',
  'application/json; charset=utf-7',
])('a body of type %j is refused, not failed', async (type) => {
  for (const [, endpoint] of endpoints.filter(([, { method }]) => method === 'POST')) {
    const url = endpoint.path.replace(/:\w+/g, ids[0]!);
    const answer = await app.raw('POST', url, '<x>', { 'content-type': type });
    expect([url, answer.statusCode < 500]).toEqual([url, true]);
  }
});
