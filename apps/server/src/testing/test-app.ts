import type { FormDefinition } from '@plumgate/core/forms';
import type { CalendarRow } from '../records/booking/table.ts';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { CalendarId, ClientId, FormId, PageId } from '@plumgate/core/basics';
import { newCalendar, type Calendar, type CalendarContent } from '@plumgate/core/booking';
import type { ClientSheet, EditorPage } from '@plumgate/contract';
import { blocksOf, emptyPage, newBand, newBlock, type Draft } from '@plumgate/core/page';
import type { PageDocument } from '@plumgate/core/page';
import { usualNotices } from '@plumgate/core/staff';
import { eq } from 'drizzle-orm';
import type { InjectOptions, Response } from 'light-my-request';
import { Temporal } from 'temporal-polyfill';
import { AccountService } from '../domains/accounts/account.service.ts';
import { CalendarService } from '../domains/booking/calendar.service.ts';
import { FormService } from '../domains/forms/form.service.ts';
import { PageService } from '../domains/pages/page.service.ts';
import { PublishService } from '../domains/pages/publish.service.ts';
import { users } from '../records/accounts/table.ts';
import { pages } from '../records/pages/table.ts';
import { DemoTime } from '../demo/demo-time.ts';
import { SequenceService } from '../domains/followup/sequence.service.ts';
import { gentleWelcome } from '../demo/quayside-funnel.ts';
import { MovableClock } from '../platform/clock.ts';
import { readConfig } from '../platform/config.ts';
import type { Database } from '../platform/database/database.ts';
import { RandomIds } from '../platform/id-source.ts';
import { makeLogger } from '../platform/logging.ts';
import { Worker } from '../platform/worker.ts';
import { RuleService } from '../domains/routing/rule.service.ts';
import { Gathering } from '../platform/database/gathered-writes.ts';
import { assemble, listen, type Running } from '../start.ts';
import { keepRows } from './kept-rows.ts';
import { lendDatabase, openEarlier } from './lent-database.ts';
import { seesAll } from '../records/accounts/users-of.ts';

export const password = 'correct horse battery';
export const agent =
  'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/130 Mobile Safari/537.36';

const beginning = Temporal.Instant.from('2026-11-05T14:12:00Z');

/** The whole program on a database of its own, with a clock that stands still until it is moved. */
export class TestApp {
  private cookies = new Map<string, string>();

  private constructor(
    readonly running: Running,
    readonly database: Database,
    private readonly giveBack: () => Promise<void>,
    readonly clock: MovableClock,
    private readonly folder: string,
    /** The app's own host. */
    private readonly host: string,
    private readonly sites: string,
    /** Started as most tests start it, on the database that they share. */
    private readonly isPlain: boolean,
  ) {}

  /** `byEarlierBuild` starts on what an earlier build left behind, instead of on nothing. */
  static async start(
    environment: Record<string, string> = {},
    { byEarlierBuild = false } = {},
  ): Promise<TestApp> {
    const folder = await mkdtemp(join(tmpdir(), 'plumgate-test-'));
    const { database, giveBack, isShared } = byEarlierBuild
      ? { database: await openEarlier(folder), giveBack: async () => {}, isShared: false }
      : await lendDatabase(folder);
    const clock = new MovableClock(beginning, false);
    const config = readConfig({
      PLUMGATE_DEMO: '1',
      LOG_LEVEL: 'silent',
      PLUMGATE_DATA: folder,
      TRUSTED_PROXIES: '127.0.0.1',
      ...environment,
    });
    const running = await assemble({
      config,
      database,
      clock,
      ids: new RandomIds(),
      log: makeLogger(config.logLevel),
    });
    await running.app.init();
    await running.app.getHttpAdapter().getInstance().ready();
    const host = config.origin ? new URL(config.origin).host : 'localhost:4310';
    const sites = config.origin ? config.sites : `${config.sites}:4310`;
    const isPlain = isShared && Object.keys(environment).length === 0;
    return new TestApp(running, database, giveBack, clock, folder, host, sites, isPlain);
  }

  get<Part>(part: abstract new (...given: never[]) => Part): Part {
    return this.running.app.get(part as never);
  }

  async stop(): Promise<void> {
    await this.running.stop();
    await this.giveBack();
    await rm(this.folder, { recursive: true, force: true });
  }

  /** A request to the app's own host; `as` sends that person's session. */
  api(method: InjectOptions['method'], url: string, body?: object, as?: string): Promise<Response> {
    const cookie = as && this.cookies.get(as);
    return this.running.app.inject({
      method: method!,
      url,
      headers: { host: this.host, ...(cookie && { cookie }) },
      ...(body && { payload: body }),
    }) as never;
  }

  /** A request of the owner's with its body as it is, well-formed or not. */
  raw(
    method: InjectOptions['method'],
    url: string,
    payload: string | undefined,
    headers: Record<string, string> = {},
  ): Promise<Response> {
    return this.running.app.inject({
      method: method!,
      url,
      headers: {
        host: this.host,
        cookie: this.cookies.get('owner@example.com')!,
        ...(payload !== undefined && { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(payload !== undefined && { payload }),
    }) as never;
  }

  /** A request whose body is a file. */
  bytes(method: 'POST' | 'PUT', url: string, payload: Buffer, as: string): Promise<Response> {
    return this.running.app.inject({
      method,
      url,
      headers: {
        host: this.host,
        cookie: this.cookies.get(as)!,
        'content-type': 'application/octet-stream',
      },
      payload,
    }) as never;
  }

  /** A request to a client's host, as a browser makes it. */
  site(
    method: 'GET' | 'POST',
    url: string,
    given: {
      form?: Record<string, string> | [name: string, value: string][];
      /** A body as it is, in the place of a form; its type is among the headers. */
      payload?: Buffer;
      headers?: Record<string, string>;
      client?: string;
    } = {},
  ): Promise<Response> {
    return this.running.app.inject({
      method,
      url,
      headers: {
        host: `${given.client ?? 'quayside'}.${this.sites}`,
        'user-agent': agent,
        // Every request comes from a place of its own, as visitors do, unless a test says otherwise.
        'x-forwarded-for': someAddress(),
        ...(given.form && { 'content-type': 'application/x-www-form-urlencoded' }),
        ...given.headers,
      },
      ...(given.form && { payload: new URLSearchParams(given.form).toString() }),
      ...(given.payload && { payload: given.payload }),
    }) as never;
  }

  async signIn(email: string, secret = password): Promise<void> {
    const answer = await this.api('POST', '/api/session', { email, password: secret });
    if (answer.statusCode !== 200)
      throw new Error(`Sign-in answered ${answer.statusCode}: ${answer.body}`);
    const session = answer.cookies.find(({ name }) => name.endsWith('plumgate_session'))!;
    this.cookies.set(email, `${session.name}=${session.value}`);
  }

  /** Whether it has the shared database, with nothing in it, and nothing was asked for at its start nor moved since. */
  async isAsStarted(): Promise<boolean> {
    if (!this.isPlain || !this.clock.now().equals(beginning)) return false;
    return (await this.database.db.$count(users)) === 0;
  }

  /** Somebody who is signed in already. */
  takeCookie(email: string, cookie: string): void {
    this.cookies.set(email, cookie);
  }

  /** The cookie that somebody signed in with. */
  cookieOf(email: string): string {
    return this.cookies.get(email)!;
  }

  /** Does everything that is due and writes the counts, without moving the clock. */
  async settle(): Promise<void> {
    await this.get(Gathering).flush();
    await this.get(Worker).catchUp();
  }

  /** Listens on a free port, for what comes back over real HTTP. */
  listen(): Promise<number> {
    return listen(this.running, 0, '127.0.0.1');
  }

  move(duration: string) {
    return this.get(DemoTime).advance(duration);
  }
}

/** An address of the network for documentation (RFC 3849), another each time. */
export const someAddress = (): string => `2001:db8:${hex()}:${hex()}::1`;
const hex = () => Math.floor(Math.random() * 0x10000).toString(16);

/** Free half hours every day from nine to five, and what a booking of one needs. */
export interface Bookable {
  calendar: CalendarRow;
  /** The address of the step with the free times, and the form on it. */
  path: string;
  formBlock: string;
}

/** Puts a step with free times between the world's form and its thank-you page. */
export async function addBookingStep(
  app: TestApp,
  world: World,
  rules: Partial<Calendar> = {},
  content: Partial<CalendarContent> = {},
  page: (calendar: CalendarId) => Partial<PageDocument> = () => ({}),
): Promise<Bookable> {
  const clientId = world.client.id as ClientId;
  const plain = newCalendar('First visit', 'America/New_York');
  const open = [{ from: '09:00', to: '17:00' }];
  const view = await app.get(CalendarService).create(clientId, {
    ...plain,
    notify: ['desk@quayside-dental.test'],
    ...content,
    rules: { ...plain.rules, hours: Array.from({ length: 7 }, () => open), ...rules },
  });
  const { db } = app.database;
  const form = await app.get(FormService).create(db, clientId, 'Choose a time');
  const [thanks] = await db
    .select()
    .from(pages)
    .where(eq(pages.id, world.thanks.pageId as PageId));
  await db.update(pages).set({ position: 2 }).where(eq(pages.id, thanks!.id));
  const block = newBlock('booking', 'times', {
    calendarId: view.id as CalendarId,
    formId: form.id,
  });
  const band = newBand('band', [{ id: 'column', share: 1, blocks: [block] }]);
  const more = page(view.id as CalendarId);
  const draft = {
    ...emptyPage('Choose a time'),
    ...more,
    bands: [...(more.bands ?? []), band],
  };
  const id = await app.get(PageService).create(db, {
    clientId,
    funnelId: thanks!.funnelId,
    position: 1,
    name: 'Choose a time',
    slug: 'choose',
    draft,
  });
  // The step before leads to it from now on.
  for (const page of [id, world.first.pageId as PageId]) {
    const { version } = await app.get(PageService).row(page);
    await app.get(PublishService).publish(page, version, null);
  }
  const calendar = await app.get(CalendarService).row(view.id as CalendarId, seesAll);
  return { calendar, path: '/choose', formBlock: 'times' };
}

export interface World {
  client: ClientSheet;
  first: EditorPage;
  thanks: EditorPage;
  formId: FormId;
  formBlock: string;
}

/** The world as it was first built in the shared database, and how to put it back there. */
let kept: { world: World; cookie: string; putBack: (database: Database) => Promise<void> } | null =
  null;

/** An agency with its people and one client, whose two-step funnel is live, routed and followed up. */
export async function buildWorld(app: TestApp): Promise<World> {
  const isPlain = await app.isAsStarted();
  if (isPlain && kept) {
    await kept.putBack(app.database);
    app.takeCookie('owner@example.com', kept.cookie);
    // It has a marker in it that is signed with the program's own keys, which are new.
    const { id } = kept.world.client;
    const client = await app.api('GET', `/api/clients/${id}`, undefined, 'owner@example.com');
    return { ...structuredClone(kept.world), client: client.json() };
  }
  const world = await makeWorld(app);
  if (isPlain) {
    const cookie = app.cookieOf('owner@example.com');
    kept = { world: structuredClone(world), cookie, putBack: await keepRows(app.database) };
  }
  return world;
}

async function makeWorld(app: TestApp): Promise<World> {
  await app
    .get(AccountService)
    .setUp(
      { name: 'Tallow & Thyme', zone: 'America/New_York' },
      { name: 'Oriel', email: 'owner@example.com', password },
    );
  await app.signIn('owner@example.com');
  const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
    app.api(method, url, body, 'owner@example.com');
  const made = (
    await owner('POST', '/api/clients', {
      name: 'Quayside Dental',
      slug: 'quayside',
      zone: 'America/New_York',
    })
  ).json<ClientSheet>();
  const facts = {
    ...made.facts,
    phone: '(207) 555-0142',
    email: 'desk@quayside-dental.test',
    town: 'Port Alder',
  };
  const client = (
    await owner('PUT', `/api/clients/${made.id}/facts`, { name: made.name, facts })
  ).json<ClientSheet>();
  const desk = await app.get(AccountService).addUser({
    name: 'Front desk',
    email: 'desk@example.com',
    password,
    role: 'front-desk',
    clientIds: [client.id as ClientId],
  });
  // What the team is told of is not in the way of what a test counts; tests of it ask for it.
  await app.database.db.update(users).set({ notices: { ...usualNotices, promise: ['app'] } });
  const { funnelId } = (
    await owner('POST', `/api/clients/${client.id}/funnels`, { name: 'First visit' })
  ).json<{ funnelId: string }>();
  const board = (await owner('GET', `/api/funnels/${funnelId}/path`)).json<{
    steps: { pageId: PageId }[];
  }>();
  const [first, thanks] = await Promise.all(
    board.steps.map(async ({ pageId }) =>
      (await owner('GET', `/api/pages/${pageId}`)).json<EditorPage>(),
    ),
  );
  const draft = first!.draft as Draft;
  const block = blocksOf(draft.page).find((one) => one.kind === 'form')!;
  const form = draft.forms[block.formId]!;
  await owner('PUT', `/api/pages/${first!.pageId}/draft`, {
    version: first!.version,
    draft: {
      ...draft,
      forms: { [block.formId]: { ...form, notify: ['desk@quayside-dental.test'] } },
    },
  });
  await owner('POST', `/api/pages/${first!.pageId}/publish`, { version: first!.version + 1 });
  await owner('POST', `/api/pages/${thanks!.pageId}/publish`, { version: thanks!.version });
  const sequence = await app.get(SequenceService).create(client.id as ClientId, gentleWelcome);
  await app.get(RuleService).add(client.id as ClientId, {
    name: 'New patients',
    conditions: { match: 'all', terms: [{ about: 'form', is: block.formId }] },
    actions: [
      { kind: 'tag', tag: 'first-visit' },
      { kind: 'assign', to: desk },
      { kind: 'start', sequence },
    ],
  });
  const again = (await owner('GET', `/api/pages/${first!.pageId}`)).json<EditorPage>();
  return { client, first: again, thanks: thanks!, formId: block.formId, formBlock: block.id };
}

/** Gives the world's form other questions, or other settings, and publishes its page. */
export async function publishForm(
  app: TestApp,
  { first: { pageId }, formId }: World,
  changes: Partial<FormDefinition>,
): Promise<void> {
  const owner = (method: 'GET' | 'PUT' | 'POST', url: string, body?: object) =>
    app.api(method, url, body, 'owner@example.com');
  const page = (await owner('GET', `/api/pages/${pageId}`)).json<EditorPage>();
  const draft = page.draft as Draft;
  const saved = await owner('PUT', `/api/pages/${pageId}/draft`, {
    version: page.version,
    draft: { ...draft, forms: { [formId]: { ...draft.forms[formId]!, ...changes } } },
  });
  if (saved.statusCode !== 200) throw new Error(saved.body);
  await owner('POST', `/api/pages/${pageId}/publish`, { version: page.version + 1 });
}
