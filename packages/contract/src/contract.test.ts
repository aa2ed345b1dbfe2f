import {
  clientOwnedIds,
  describeApi,
  endpoints,
  otherIds,
  problemCodes,
  rights,
  Role,
  roleMay,
} from './index.ts';

it('has each method and path once', () => {
  const all = endpoints.map(([, { method, path }]) => `${method} ${path}`);
  expect(new Set(all).size).toBe(all.length);
});

it.each(endpoints)('%s names the parts of its path', (_name, { path, params }) => {
  const named = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name);
  const shape = (params as { shape?: object } | undefined)?.shape ?? {};
  expect(Object.keys(shape)).toEqual(named);
});

it.each(endpoints)('%s says whose each part of its path is', (_name, { path }) => {
  const known: readonly string[] = [...clientOwnedIds, ...otherIds];
  for (const [, part] of path.matchAll(/:(\w+)/g)) expect(known).toContain(part);
});

it('gives the owner everything, the marketer all but accounts, the front desk people, bookings and messages', () => {
  expect(rights.filter((right) => !roleMay('owner', right))).toEqual([]);
  expect(rights.filter((right) => !roleMay('marketer', right))).toEqual([
    'users.manage',
    'clients.archive',
  ]);
  expect(rights.filter((right) => roleMay('front-desk', right))).toEqual([
    'anyone',
    'signed-in',
    'clients.read',
    'people.read',
    'people.write',
    'bookings.read',
    'bookings.write',
    'messages.read',
    'messages.reply',
  ]);
  expect(Role.options).toHaveLength(3);
});

it.each(Object.entries(problemCodes))(
  '%s has a sentence and a status of failure',
  (_code, { status, title }) => {
    expect(status).toBeGreaterThanOrEqual(400);
    expect(title).toMatch(/\.$/);
  },
);

it('describes itself as OpenAPI 3.1 with every operation named', () => {
  const { openapi, paths } = describeApi() as {
    openapi: string;
    paths: Record<string, Record<string, { operationId: string }>>;
  };
  expect(openapi).toBe('3.1.0');
  const named = Object.values(paths).flatMap((path) =>
    Object.values(path).map(({ operationId }) => operationId),
  );
  expect(named.sort()).toEqual(endpoints.map(([name]) => name).sort());
});
