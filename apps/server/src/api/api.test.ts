import { campaignFormat, newCampaign } from '@plumgate/core/campaigns';
import { emptyListing } from '@plumgate/core/listings';
import type { INestApplicationContext } from '@nestjs/common';
import { DiscoveryService, MetadataScanner, ModulesContainer } from '@nestjs/core';
import {
  clientOwnedIds,
  endpoints,
  problemCodes,
  rights,
  type EditorPage,
  type Endpoint,
  roleMay,
  scopeOf,
} from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import type { Draft } from '@plumgate/core/page';
import { ENDPOINT } from '../platform/http/bind.ts';
import { FileStore } from '../platform/files/file-store.ts';
import { AccountService } from '../domains/accounts/account.service.ts';
import { SetUpCode } from '../domains/accounts/set-up-code.ts';
import { buildWorld, password, TestApp, type World } from '../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.get(AccountService).addUser({
    name: 'Mabel',
    email: 'marketer@example.com',
    password,
    role: 'marketer',
    clientIds: null,
  });
  await app.get(AccountService).addUser({
    name: 'Nell',
    email: 'limited@example.com',
    password,
    role: 'marketer',
    clientIds: [world.client.id as ClientId],
  });
  for (const email of ['marketer@example.com', 'limited@example.com', 'desk@example.com'])
    await app.signIn(email);
});
afterAll(() => app.stop());

/** Every handler of every controller, with what it is bound to. */
function handlers(
  context: INestApplicationContext,
): { name: string; endpoint: Endpoint | undefined }[] {
  const discovery = new DiscoveryService(context.get(ModulesContainer, { strict: false }));
  const scanner = new MetadataScanner();
  return discovery.getControllers().flatMap(({ instance, metatype }) =>
    scanner
      .getAllMethodNames(Object.getPrototypeOf(instance) as object)
      .map((name) => ({
        name: `${metatype?.name}.${name}`,
        handler: (instance as Record<string, object>)[name]!,
      }))
      .filter(({ handler }) => Reflect.hasMetadata('path', handler))
      .map(({ name, handler }) => ({
        name,
        endpoint: Reflect.getMetadata(ENDPOINT, handler) as Endpoint | undefined,
      })),
  );
}

/** Any form, each once, worth nothing. */
const sampleReport = {
  ...{ _v: 1, name: 'Monthly', parts: ['numbers'], brand: 'client', schedule: null },
};
const sampleTag = {
  ...{ _v: 1, name: 'Base', code: '<!-- base -->', on: true, part: 'head', needs: null },
  ...{ place: { kind: 'client' }, runs: { kind: 'always' }, needsConsent: true },
};
const sampleListing = { formatVersion: 1, ...emptyListing, street: '14 Beacon Hill Road' };
const countedLead = {
  ...{ name: 'A', on: { kind: 'lead', form: null }, value: { kind: 'none' } },
  rule: { counts: 'once', windowDays: 30, credit: 'last' },
};

describe('every route', () => {
  it('declares its right, and every endpoint of the contract has a handler', () => {
    const bound = handlers(app.running.app);
    for (const { name, endpoint } of bound)
      expect([name, rights.includes(endpoint?.right as never)]).toEqual([name, true]);
    expect(bound.map(({ endpoint }) => endpoint)).toEqual(
      expect.arrayContaining(endpoints.map(([, endpoint]) => endpoint)),
    );
    expect(bound).toHaveLength(endpoints.length);
  });

  const example = (path: string) => path.replace(/:\w+/g, '00000000-0000-4000-8000-000000000000');
  it.each(endpoints.filter(([, endpoint]) => endpoint.right !== 'anyone'))(
    '%s asks for a sign-in',
    async (_name, endpoint) => {
      const answer = await app.api(
        endpoint.method,
        example(endpoint.path),
        endpoint.method === 'GET' ? undefined : {},
      );
      expect(answer.json()).toMatchObject({ status: 401, code: 'not-signed-in' });
      expect(answer.headers['content-type']).toContain('application/problem+json');
    },
  );

  it.each(endpoints.filter(([, { right }]) => !roleMay('front-desk', right)))(
    '%s is refused to the front desk',
    async (_name, endpoint) => {
      const answer = await app.api(
        endpoint.method,
        example(endpoint.path),
        endpoint.method === 'GET' ? undefined : {},
        'desk@example.com',
      );
      expect(answer.json()).toMatchObject({ status: 403, code: 'not-allowed' });
    },
  );
});

describe('every id in an address', () => {
  // What deletes comes last: all else finds what is there.
  const isDelete = ([, { method }]: (typeof endpoints)[number]) => Number(method === 'DELETE');
  const scoped = endpoints
    .filter(([, endpoint]) => scopeOf(endpoint).length > 0)
    .toSorted((a, b) => isDelete(a) - isDelete(b));
  const call = (endpoint: Endpoint, ids: Record<string, string>, as: string) =>
    app.api(
      endpoint.method,
      endpoint.path.replace(/:(\w+)/g, (_, part: string) => ids[part] ?? '1'),
      endpoint.method === 'GET' ? undefined : {},
      as,
    );
  const nobodys = Object.fromEntries(
    clientOwnedIds.map((id) => [id, '00000000-0000-4000-8000-000000000000']),
  );

  it.each(scoped)('%s finds nothing under an id that is nobody’s', async (_name, endpoint) => {
    const answer = await call(endpoint, nobodys, 'owner@example.com');
    expect(answer.json()).toMatchObject({ status: 404, code: 'not-found' });
  });

  it.each(scoped)('%s finds nothing under what can’t be an id', async (_name, endpoint) => {
    const odd = Object.fromEntries(clientOwnedIds.map((id) => [id, 'constructor']));
    const answer = await call(endpoint, odd, 'owner@example.com');
    expect(answer.json()).toMatchObject({ status: 404, code: 'not-found' });
  });

  it.each(scoped.filter(([, { right }]) => roleMay('front-desk', right)))(
    '%s shows the front desk nothing of another client',
    async (_name, endpoint) => {
      theirs ??= await otherClient();
      for (const id of scopeOf(endpoint)) expect(theirs).toHaveProperty(id);
      const answer = await call(endpoint, theirs, 'desk@example.com');
      expect(answer.json()).toMatchObject({ status: 404, code: 'not-found' });
      // The same ids let the owner in, whatever comes of the rest of the request.
      const owners = await call(endpoint, theirs, 'owner@example.com');
      expect(owners.statusCode).not.toBe(404);
    },
  );

  it.each(scoped.filter(([, { right }]) => roleMay('marketer', right)))(
    '%s shows a marketer of other clients nothing',
    async (_name, endpoint) => {
      theirs ??= await otherClient();
      for (const id of scopeOf(endpoint)) expect(theirs).toHaveProperty(id);
      const answer = await call(endpoint, theirs, 'limited@example.com');
      expect(answer.json()).toMatchObject({ status: 404, code: 'not-found' });
    },
  );

  let theirs: Record<string, string> | undefined;
  /** A client that the front desk is not of, with something of each kind that a front desk can ask for. */
  async function otherClient(): Promise<Record<string, string>> {
    const { id: clientId } = (
      await app.api(
        'POST',
        '/api/clients',
        { name: 'Other', slug: 'other', zone: 'UTC' },
        'owner@example.com',
      )
    ).json<{ id: string }>();
    const { id: calendarId } = (
      await app.api(
        'POST',
        `/api/clients/${clientId}/calendars`,
        { name: 'Calls' },
        'owner@example.com',
      )
    ).json<{ id: string }>();
    const book = async (start: string, email: string) =>
      (
        await app.api(
          'POST',
          `/api/calendars/${calendarId}/bookings`,
          { start, name: 'A B', email, phone: '' },
          'owner@example.com',
        )
      ).json<{ id: string; person: { id: string } }>();
    const booking = await book('2026-11-09T15:00:00Z', 'a@example.com');
    const other = (await book('2026-11-10T15:00:00Z', 'b@example.com')).person.id;
    const merge = `/api/people/${booking.person.id}/merge`;
    const { mergeId } = (await app.api('POST', merge, { other }, 'owner@example.com')).json<{
      mergeId: string;
    }>();
    const held = `/api/clients/${clientId}/held-submissions/accept-all`;
    const { jobId } = (await app.api('POST', held, undefined, 'owner@example.com')).json<{
      jobId: string;
    }>();
    await app.settle();
    await app.get(FileStore).write(`imports/${jobId}-bad`, Buffer.from('Why'));
    const { messages } = (
      await app.api('GET', `/api/clients/${clientId}/messages`, undefined, 'owner@example.com')
    ).json<{ messages: { id: string }[] }>();
    const { listId } = (
      await app.api(
        'POST',
        `/api/clients/${clientId}/people/lists`,
        {
          ...{ name: 'All', conditions: { match: 'all', terms: [] }, columns: [] },
          ...{ sort: { by: 'added' }, isPinned: true, isShared: true },
        },
        'owner@example.com',
      )
    ).json<{ listId: string }>();
    const { taskId } = (
      await app.api(
        'POST',
        `/api/people/${booking.person.id}/tasks`,
        { text: 'Call', dueAt: '2026-11-09T15:00:00Z', assignee: null, repeats: null },
        'owner@example.com',
      )
    ).json<{ taskId: string }>();
    const aside = await putAside(clientId);
    const { rows: received } = await app.database.pool.query<{ id: string }>(
      `insert into submissions (id, client_id, person_id, form_id, page_id, funnel_id, revision_id, answers, source, rules_matched, once, received_at)
       select gen_random_uuid(), client_id, $2, form_id, page_id, page_id, revision_id, '{}', 'Direct', '[]', 'once', now() from held_submissions where id = $1 returning id`,
      [aside.submissionId, booking.person.id],
    );
    const { id: sequenceId } = (
      await app.api(
        'POST',
        `/api/clients/${clientId}/sequences`,
        { name: 'All' },
        'owner@example.com',
      )
    ).json<{ id: string }>();
    const { rows: runs } = await app.database.pool.query<{ id: string; step: string }>(
      `with run as (
         insert into sequence_runs (id, client_id, sequence_id, person_id, joined_at, state)
         select gen_random_uuid(), client_id, id, $2, now(), 'running' from sequences where client_id = $1 limit 1 returning *
       )
       insert into run_steps (id, client_id, run_id, sequence_id, step_id, due_at, state)
       select gen_random_uuid(), client_id, id, sequence_id, 'one', now() + interval '100 years', 'planned' from run
       returning run_id as id, id as step`,
      [clientId, booking.person.id],
    );
    const { rows: waits } = await app.database.pool.query<{ id: string }>(
      `insert into waiting_list (id, client_id, calendar_id, person_id, state, since)
       values (gen_random_uuid(), $1, $2, $3, 'waiting', now()) returning id`,
      [clientId, calendarId, booking.person.id],
    );
    return {
      ...aside,
      ...(await builtFor(clientId, aside)),
      waitingEntryId: waits[0]!.id,
      sequenceId,
      ...{ runId: runs[0]!.id, runStepId: runs[0]!.step },
      receivedId: received[0]!.id,
      ...{ key: 'roof_age', detail: 'town' },
      clientId,
      calendarId,
      bookingId: booking.id,
      personId: booking.person.id,
      mergeId,
      listId,
      taskId,
      messageId: messages[0]!.id,
      jobId,
    };
  }

  /** What a marketer can ask for and a front desk can't. */
  async function builtFor(
    clientId: string,
    { pageId, funnelId }: Record<string, string>,
  ): Promise<Record<string, string>> {
    const add = async (rows: string, values: unknown[]) =>
      String((await app.database.pool.query<{ id: unknown }>(rows, values)).rows[0]!.id);
    const pictureId = await add(
      `insert into pictures (id, client_id, name, hash, width, height, added_at)
       values (gen_random_uuid(), $1, 'A', 'hash', 1, 1, now()) returning id`,
      [clientId],
    );
    const approvalId = await add(
      `insert into approval_links (id, client_id, funnel_id, token_hash, created_at, expires_at)
       values (gen_random_uuid(), $1, $2, 'hash', now(), now()) returning id`,
      [clientId, funnelId],
    );
    const remarkId = await add(
      `insert into remarks (client_id, link_id, page_id, part, x, y, who, words, at)
       values ($1, $2, $3, '', 0, 0, '', '', now()) returning id`,
      [clientId, approvalId, pageId],
    );
    const testRunId = await add(
      `insert into test_runs (id, client_id, funnel_id, which, points, over, started_at)
       values (gen_random_uuid(), $1, $2, 'draft', '[]', true, now()) returning id`,
      [clientId, funnelId],
    );
    const testId = await add(
      `insert into split_tests (id, client_id, page_id, hypothesis, measure, base, lift, audience, made_at)
       values (gen_random_uuid(), $1, $2, '', 'lead', 0.1, 0.2, '{"devices":[],"sources":[]}', now()) returning id`,
      [clientId, pageId],
    );
    const variationId = await add(
      `insert into split_test_variations (id, client_id, test_id, position, share)
       values (gen_random_uuid(), $1, $2, 0, 1) returning id`,
      [clientId, testId],
    );
    const conversionId = await add(
      `insert into conversions (id, client_id, content, made_at)
       values (gen_random_uuid(), $1, $2, now()) returning id`,
      [clientId, countedLead],
    );
    const tagId = await add(
      `insert into tags (id, client_id, position, content)
       values (gen_random_uuid(), $1, 0, $2) returning id`,
      [clientId, sampleTag],
    );
    const listingId = await add(
      `insert into listings (id, client_id, content, made_at, changed_at)
       values (gen_random_uuid(), $1, $2, now(), now()) returning id`,
      [clientId, sampleListing],
    );
    const areaId = await add(
      `insert into areas (id, client_id, content, made_at)
       values (gen_random_uuid(), $1, $2, now()) returning id`,
      [clientId, { name: 'A', postcodes: ['04596'], towns: [], outline: [] }],
    );
    const reportId = await add(
      `insert into reports (id, client_id, content, made_at)
       values (gen_random_uuid(), $1, $2, now()) returning id`,
      [clientId, sampleReport],
    );
    const reportIssueId = await add(
      `insert into report_issues (id, client_id, report_id, month, name, brand, parts, sheet, made_at, expires_at)
       values (gen_random_uuid(), $1, $2, '2026-10', 'Monthly', 'client', '[]', '{}', now(), now()) returning id`,
      [clientId, reportId],
    );
    const resultViewId = await add(
      `insert into result_views (id, client_id, name, fields)
       values (gen_random_uuid(), $1, 'A', '{}') returning id`,
      [clientId],
    );
    const resultNoteId = await add(
      `insert into result_notes (id, client_id, day, words)
       values (gen_random_uuid(), $1, '2026-11-05', 'A') returning id`,
      [clientId],
    );
    const ruleId = await add(
      `insert into routing_rules (id, client_id, position, "on", content)
       select gen_random_uuid(), $1, 0, false, content from routing_rules limit 1 returning id`,
      [clientId],
    );
    const fieldId = await add(
      `insert into own_fields (id, client_id, key, name, type, options, added_at)
       values (gen_random_uuid(), $1, 'a', 'A', 'text', '[]', now()) returning id`,
      [clientId],
    );
    const campaignId = await add(
      `insert into campaigns (id, client_id, content, made_at)
       values (gen_random_uuid(), $1, $2, now()) returning id`,
      [clientId, campaignFormat.write(newCampaign('A', 'email'))],
    );
    const voucherPoolId = await add(
      `insert into voucher_pools (id, client_id, content, made_at)
       values (gen_random_uuid(), $1, $2, now()) returning id`,
      [clientId, { name: 'A', key: 'a', worth: '', lastDay: null }],
    );
    const code = await add(
      `insert into vouchers (client_id, pool_id, code, code_key)
       values ($1, $2, 'ABCDEFGH', 'ABCDEFGH') returning code as id`,
      [clientId, voucherPoolId],
    );
    const staffId = await add(
      `insert into client_staff (id, client_id, position, name, role, about)
       values (gen_random_uuid(), $1, 0, 'A', '', '') returning id`,
      [clientId],
    );
    const timeOffId = await add(
      `insert into time_off (id, client_id, staff_id, starts_at, ends_at, note)
       values (gen_random_uuid(), $1, $2, now(), now(), '') returning id`,
      [clientId, staffId],
    );
    const busyFeedId = await add(
      `insert into busy_feeds (id, client_id, staff_id, address, next_at)
       values (gen_random_uuid(), $1, $2, 'https://example.com/a.ics', now()) returning id`,
      [clientId, staffId],
    );
    return {
      ...{
        pictureId,
        approvalId,
        remarkId,
        testRunId,
        testId,
        variationId,
        resultNoteId,
        resultViewId,
        conversionId,
        tagId,
        listingId,
        areaId,
        reportId,
        reportIssueId,
        ruleId,
        fieldId,
      },
      ...{ campaignId, voucherPoolId, code, staffId, timeOffId, busyFeedId },
    };
  }

  /** A submission of a client that was put aside, with the form it was sent by. */
  async function putAside(clientId: string): Promise<Record<string, string>> {
    const owner = (method: 'GET' | 'POST', url: string, body?: object) =>
      app.api(method, url, body, 'owner@example.com');
    const { funnelId } = (
      await owner('POST', `/api/clients/${clientId}/funnels`, { name: 'Ask' })
    ).json<{ funnelId: string }>();
    const { steps } = (await owner('GET', `/api/funnels/${funnelId}/path`)).json<{
      steps: { pageId: string }[];
    }>();
    const { pageId, version, draft } = (
      await owner('GET', `/api/pages/${steps[0]!.pageId}`)
    ).json<EditorPage>();
    await owner('POST', `/api/pages/${pageId}/publish`, { version });
    const [formId] = Object.keys((draft as Draft).forms);
    const { rows } = await app.database.pool.query<{ id: string }>(
      `insert into held_submissions (id, client_id, form_id, page_id, revision_id, block, content, reason, once, digest, received_at)
       select gen_random_uuid(), $1, $2, $3, id, '', $4, 'address', 'once', 'digest', now()
       from page_revisions where page_id = $3 returning id`,
      [
        clientId,
        formId,
        pageId,
        JSON.stringify({
          typed: { name: 'A B', email: 'a@example.com' },
          ...{ once: '', visitorId: '', source: 'Direct', device: 'wide', start: null },
        }),
      ],
    );
    const submissionId = rows[0]!.id;
    const { rows: kept } = await app.database.pool.query<{ id: string }>(
      `insert into uploads (id, client_id, form_id, name, type, bytes, submission_id)
       values (gen_random_uuid(), $1, $2, 'a.txt', 'text/plain', 1, $3) returning id`,
      [clientId, formId, submissionId],
    );
    const uploadId = kept[0]!.id;
    await app.get(FileStore).write(`uploads/${uploadId}`, Buffer.from('a'));
    return { formId: formId!, pageId, funnelId, submissionId, uploadId };
  }
});

describe('the front desk', () => {
  it('sees its own client, and of others nothing', async () => {
    const other = (
      await app.api(
        'POST',
        '/api/clients',
        { name: 'Alder Grove', slug: 'alder-grove', zone: 'UTC' },
        'owner@example.com',
      )
    ).json<{ id: string }>();
    const get = async (url: string) =>
      (await app.api('GET', url, undefined, 'desk@example.com')).statusCode;
    expect(await get(`/api/clients/${world.client.id}/people`)).toBe(200);
    expect(await get(`/api/clients/${other.id}/people`)).toBe(404);
    expect(await get(`/api/clients/${other.id}/messages`)).toBe(404);
    const list = (await app.api('GET', '/api/clients', undefined, 'desk@example.com')).json<{
      clients: { name: string }[];
    }>();
    expect(list.clients.map(({ name }) => name)).toEqual(['Quayside Dental']);
    const { personId } = await lead(other.id);
    expect(await get(`/api/people/${personId}`)).toBe(404);
  });

  async function lead(clientId: string): Promise<{ personId: string }> {
    const { rows } = await app.database.pool.query<{ id: string }>(
      `insert into people (id, client_id, first_name, last_name, email, email_key, phone, source, added_at, last_seen_at)
       values (gen_random_uuid(), $1, 'A', 'B', 'a@example.com', 'a@example.com', '', '', now(), now()) returning id`,
      [clientId],
    );
    return { personId: rows[0]!.id };
  }
});

describe('signing in', () => {
  it('sets a cookie that scripts and other sites do not get', async () => {
    const answer = await app.api('POST', '/api/session', { email: 'OWNER@example.com ', password });
    const cookie = answer.cookies.find(({ name }) => name === 'plumgate_session')!;
    expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax', path: '/' });
    expect(cookie.secure).toBeUndefined();
  });

  it('marks the cookie for https only where people come by https', async () => {
    const secure = await TestApp.start({ PLUMGATE_ORIGIN: 'https://app.example.com' });
    const answer = await secure.running.app.inject({
      method: 'POST',
      url: '/api/set-up',
      headers: { host: 'app.example.com' },
      payload: {
        agency: 'A',
        zone: 'UTC',
        name: 'O',
        email: 'o@example.com',
        password,
        code: await secure.get(SetUpCode).read(),
      },
    });
    // The prefix keeps a sister host's page from setting one of its own (RFC 6265bis).
    expect(answer.cookies.find(({ name }) => name === '__Host-plumgate_session')).toMatchObject({
      secure: true,
      path: '/',
    });
    await secure.stop();
  });

  it('says the same for a wrong password and an unknown address', async () => {
    const wrong = await app.api('POST', '/api/session', {
      email: 'owner@example.com',
      password: 'nope',
    });
    const unknown = await app.api('POST', '/api/session', {
      email: 'nobody@example.com',
      password: 'nope',
    });
    expect(wrong.json()).toMatchObject({ status: 401, code: 'wrong-sign-in' });
    expect(unknown.json<{ title: string }>().title).toBe(wrong.json<{ title: string }>().title);
  });

  it('stops guessing after ten tries in a minute', async () => {
    const tries = await Promise.all(
      Array.from({ length: 12 }, () =>
        app.api('POST', '/api/session', { email: 'guess@example.com', password: 'x' }),
      ),
    );
    const statuses = tries.map(({ statusCode }) => statusCode).sort();
    expect(statuses).toEqual([...Array<number>(10).fill(401), 429, 429]);
    const refused = tries.find(({ statusCode }) => statusCode === 429)!;
    expect(refused.json()).toMatchObject({ code: 'too-many-tries' });
  });

  it('ends with the session', async () => {
    await app.signIn('marketer@example.com');
    await app.api('DELETE', '/api/session', undefined, 'marketer@example.com');
    expect(
      (await app.api('GET', '/api/session', undefined, 'marketer@example.com')).statusCode,
    ).toBe(401);
  });

  it('refuses to set up a second owner', async () => {
    const answer = await app.api('POST', '/api/set-up', {
      agency: 'Other',
      zone: 'UTC',
      name: 'X',
      email: 'x@example.com',
      password,
      code: 'any',
    });
    expect(answer.json()).toMatchObject({ status: 409, code: 'already-set-up' });
  });
});

describe('a request that is not right', () => {
  it.each([
    ['another site', { origin: 'https://elsewhere.test' }],
    ['a client’s host', { origin: 'http://quayside.localhost:4310' }],
    ['a browser that says cross-site', { 'sec-fetch-site': 'cross-site' }],
  ])('from %s can’t write', async (_what, headers) => {
    const answer = await app.running.app.inject({
      method: 'POST',
      url: '/api/session',
      headers: { host: 'localhost:4310', ...headers } as never,
      payload: { email: 'a', password: 'b' },
    });
    expect(answer.json()).toMatchObject({ status: 403, code: 'other-origin' });
  });

  it('gets a problem document with the fields that are wrong', async () => {
    const answer = await app.api(
      'POST',
      '/api/clients',
      { name: '', slug: 'Not A Slug', zone: 'Mars' },
      'owner@example.com',
    );
    const problem = answer.json<{ code: string; requestId: string; fields: { field: string }[] }>();
    expect(problem.code).toBe('bad-request');
    expect(problem.fields.map(({ field }) => field)).toEqual([
      'body.name',
      'body.slug',
      'body.zone',
    ]);
    expect(answer.headers['x-request-id']).toBe(problem.requestId);
  });

  it('that is not JSON is told so', async () => {
    const answer = await app.running.app.inject({
      method: 'POST',
      url: '/api/session',
      headers: { host: 'localhost:4310', 'content-type': 'application/json' },
      payload: '{nope',
    });
    expect(answer.json()).toMatchObject({ status: 400, code: 'not-json' });
  });

  it('for an address that is taken learns that', async () => {
    const answer = await app.api(
      'POST',
      '/api/clients',
      { name: 'Again', slug: 'quayside', zone: 'UTC' },
      'owner@example.com',
    );
    expect(answer.json()).toMatchObject({
      status: 409,
      code: 'address-taken',
      fields: [{ field: 'body.slug' }],
    });
  });

  it('for an id that can’t be one finds nothing', async () => {
    expect(
      (await app.api('GET', '/api/people/nope', undefined, 'owner@example.com')).statusCode,
    ).toBe(404);
    expect(
      (await app.api('GET', '/api/nothing', undefined, 'owner@example.com')).json(),
    ).toMatchObject({ code: 'not-found' });
  });

  it('with a cursor we never gave is told to start again', async () => {
    const answer = await app.api(
      'GET',
      `/api/clients/${world.client.id}/people?after=nonsense`,
      undefined,
      'owner@example.com',
    );
    expect(answer.json()).toMatchObject({ status: 400, code: 'bad-request' });
  });
});

it('describes itself by the contract', async () => {
  const { paths, components } = (await app.api('GET', '/api/openapi.json')).json<{
    paths: Record<string, object>;
    components: { schemas: { Problem: { properties: { code: { enum: string[] } } } } };
  }>();
  for (const [, endpoint] of endpoints)
    expect(paths[endpoint.path.replace(/:(\w+)/g, '{$1}')]).toHaveProperty(
      endpoint.method.toLowerCase(),
    );
  expect(components.schemas.Problem.properties.code.enum).toEqual(Object.keys(problemCodes));
});

it('is healthy', async () =>
  expect((await app.api('GET', '/api/health')).json()).toEqual({ status: 'ok' }));
