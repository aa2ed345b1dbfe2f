import type { InvitationView, SessionView, UserView } from '@plumgate/contract';
import type { ClientId, UserId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { users } from '../../records/accounts/table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { people, timeline } from '../../records/people/table.ts';
import { routingRules } from '../../records/routing/table.ts';
import { buildWorld, password, TestApp, type World } from '../../testing/test-app.ts';
import { AccountService } from './account.service.ts';
import { totpCode } from './totp.ts';

/** The agency's people: invited, limited to clients, paused, removed; and everybody's own account. */
let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
const owner = (method: Method, url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const invite = async (changes: object = {}) =>
  owner('POST', '/api/invitations', {
    ...{ email: 'Nell@Example.com', name: 'Nell Hobday', role: 'marketer', clients: null },
    ...changes,
  });
const tokenOf = ({ link }: Pick<InvitationView, 'link'>) => link.split('/').at(-1)!;
const accept = (token: string, body: object = { password }) =>
  app.api('POST', `/api/invitations/${token}/accept`, body);
const addUser = (name: string, changes: object = {}) =>
  app.get(AccountService).addUser({
    ...{ name, email: `${name.toLowerCase()}@example.com`, password },
    ...{ role: 'marketer', clientIds: null },
    ...changes,
  });
const listed = async () =>
  (await owner('GET', '/api/users')).json<{ users: UserView[]; invitations: InvitationView[] }>();
const codeOf = (answer: { json: () => unknown }) => (answer.json() as { code: string }).code;
const lead = async (email: string) => {
  await app.site('POST', '/first-visit', {
    form: { name: 'Ana', email, phone: '(207) 555-0117' },
  });
  await app.settle();
};

describe('an invitation', () => {
  it('comes by email in the agency’s name, opens one account, once, and signs in', async () => {
    const made = (await invite()).json<InvitationView>();
    expect(made).toMatchObject({ email: 'nell@example.com', role: 'marketer', isOver: false });
    await app.settle();
    const [mail] = await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.to, 'nell@example.com'));
    expect(mail).toMatchObject({ clientId: null, unsubscribe: '' });
    expect(mail!.text).toContain(made.link);
    const shown = (await owner('GET', '/api/account-mail')).json<{ messages: { to: string }[] }>();
    expect(shown.messages.map(({ to }) => to)).toEqual(['nell@example.com']);

    const read = await app.api('GET', `/api/invitations/${tokenOf(made)}`);
    expect(read.json()).toMatchObject({ name: 'Nell Hobday', invitedBy: 'Oriel' });
    const accepted = await accept(tokenOf(made), { password, name: 'Nell H.' });
    expect(accepted.json()).toMatchObject({ user: { name: 'Nell H.', clientIds: null } });
    expect(accepted.cookies.some(({ name }) => name === 'plumgate_session')).toBe(true);
    await app.signIn('nell@example.com');
    expect(codeOf(await accept(tokenOf(made)))).toBe('link-over');
    expect((await listed()).invitations).toEqual([]);
  });

  it('ends after a week, can be sent again, and withdrawn', async () => {
    const made = (await invite()).json<InvitationView>();
    await app.move('P7DT1M');
    expect((await listed()).invitations[0]).toMatchObject({ isOver: true });
    expect(codeOf(await accept(tokenOf(made)))).toBe('link-over');
    await owner('POST', `/api/invitations/${made.id}/resend`);
    expect((await app.api('GET', `/api/invitations/${tokenOf(made)}`)).statusCode).toBe(200);
    await owner('DELETE', `/api/invitations/${made.id}`);
    expect(codeOf(await accept(tokenOf(made)))).toBe('link-over');
    // From then on they can be invited anew.
    expect((await invite()).statusCode).toBe(200);
  });

  it('can’t be guessed, and guesses are counted', async () => {
    const made = (await invite()).json<InvitationView>();
    const [body] = tokenOf(made).split('.');
    const guesses = await Promise.all(
      Array.from({ length: 12 }, (_, index) => accept(`${body}.${'A'.repeat(31)}${index}`)),
    );
    expect(guesses.map(codeOf).sort()).toEqual([
      ...Array<string>(10).fill('link-over'),
      ...Array<string>(2).fill('too-many-tries'),
    ]);
  });

  it.each([
    ['an address with an account', { email: 'desk@example.com' }, 'body.email'],
    ['a front desk of no client', { role: 'front-desk', clients: null }, 'body.clients'],
    ['a marketer of none', { clients: [] }, 'body.clients'],
    [
      'a client that is not there',
      { clients: ['00000000-0000-4000-8000-000000000000'] },
      'body.clients',
    ],
    ['no address', { email: 'nell' }, 'body.email'],
  ])('for %s says why not', async (_what, changes, field) => {
    const answer = await invite(changes);
    expect(answer.json()).toMatchObject({ status: 400, fields: [{ field }] });
  });

  it('is not for a marketer to send', async () => {
    await addUser('Mabel');
    await app.signIn('mabel@example.com');
    const answer = await app.api('POST', '/api/invitations', {}, 'mabel@example.com');
    expect(codeOf(answer)).toBe('not-allowed');
  });
});

describe('somebody who works for some clients', () => {
  it('sees those alone, and the one they add', async () => {
    const other = (
      await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'UTC' })
    ).json<{ id: string }>();
    const made = (await invite({ clients: [world.client.id] })).json<InvitationView>();
    await accept(tokenOf(made));
    await app.signIn('nell@example.com');
    const nell = (method: Method, url: string, body?: object) =>
      app.api(method, url, body, 'nell@example.com');
    const clients = async () =>
      (await nell('GET', '/api/clients'))
        .json<{ clients: { name: string }[] }>()
        .clients.map(({ name }) => name);
    expect(await clients()).toEqual(['Quayside Dental']);
    expect((await nell('GET', `/api/clients/${other.id}/people`)).statusCode).toBe(404);
    const copy = { name: 'Copy', clientId: other.id, language: null };
    expect(
      (await nell('POST', `/api/funnels/${world.first.funnel.id}/copies`, copy)).statusCode,
    ).toBe(404);
    await nell('POST', '/api/clients', { name: 'Third', slug: 'third', zone: 'UTC' });
    expect(await clients()).toEqual(['Quayside Dental', 'Third']);
  });

  it('gives back what they looked after of a client that is taken from them', async () => {
    const nell = await addUser('Nell');
    const other = (
      await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'UTC' })
    ).json<{ id: ClientId }>();
    await lead('ana@example.com');
    await app.database.db.update(people).set({ assigneeId: nell });
    const change = { clients: [other.id] };
    expect((await owner('PATCH', `/api/users/${nell}`, change)).statusCode).toBe(200);
    const [ana] = await app.database.db.select().from(people);
    expect(ana!.assigneeId).toBeNull();
  });
});

describe('somebody who goes', () => {
  let nell: UserId;
  let mabel: UserId;
  beforeEach(async () => {
    [nell, mabel] = [await addUser('Nell'), await addUser('Mabel')];
    await owner('POST', `/api/clients/${world.client.id}/rules`, {
      name: 'To Nell',
      conditions: { match: 'all', terms: [{ about: 'source', is: 'Direct' }] },
      actions: [{ kind: 'assign', to: nell }],
    });
    await app.database.db.update(routingRules).set({ on: true });
    await lead('ana@example.com');
    await app.signIn('nell@example.com');
  });
  const toNell = async () =>
    (await app.database.db.select().from(routingRules)).find(
      ({ content }) => content.name === 'To Nell',
    )!;
  const session = async () =>
    (await app.api('GET', '/api/session', undefined, 'nell@example.com')).statusCode;
  const assignee = async () => (await app.database.db.select().from(people))[0]!.assigneeId;

  it('leaves their people, tasks and rules to another, and is signed out', async () => {
    expect(await assignee()).toBe(nell);
    const holdings = (await owner('GET', `/api/users/${nell}/holdings`)).json();
    expect(holdings).toMatchObject({ clients: [{ name: 'Quayside Dental', people: 1, tasks: 0 }] });
    expect((await owner('POST', `/api/users/${nell}/remove`, { to: mabel })).statusCode).toBe(200);
    expect(await session()).toBe(401);
    expect(await assignee()).toBe(mabel);
    const facts = await app.database.db.select().from(timeline);
    expect(facts.map(({ fact }) => fact)).toContainEqual({
      ...{ kind: 'given-to', to: 'Mabel', by: 'Oriel' },
    });
    const rule = await toNell();
    expect(rule.content.actions).toEqual([{ kind: 'assign', to: mabel }]);
    await lead('bea@example.com');
    expect((await app.database.db.select().from(people)).map((row) => row.assigneeId)).toEqual([
      mabel,
      mabel,
    ]);
    // The address is free for another account, and nobody can be given to who has left.
    expect((await invite({ email: 'nell@example.com' })).statusCode).toBe(200);
    const again = await owner('POST', `/api/users/${nell}/remove`, { to: null });
    expect(again.statusCode).toBe(404);
  });

  it('leaves them to nobody where the other does not work for the client', async () => {
    const [other] = await app.database.pool
      .query<{ id: ClientId }>(
        `insert into clients (id, name, slug, facts, brand, created_at) select gen_random_uuid(), 'Other', 'other', facts, brand, now() from clients limit 1 returning id`,
      )
      .then(({ rows }) => rows);
    const bob = await addUser('Bob', { clientIds: [other!.id] });
    await owner('POST', `/api/users/${nell}/remove`, { to: bob });
    expect(await assignee()).toBeNull();
    const rule = await toNell();
    expect(rule.content.actions).toEqual([]);
  });

  it('can be paused: no sign-in, no leads, until resumed', async () => {
    await owner('POST', `/api/users/${nell}/pause`, {});
    expect(await session()).toBe(401);
    const answer = await app.api('POST', '/api/session', { email: 'nell@example.com', password });
    expect(codeOf(answer)).toBe('account-paused');
    await lead('bea@example.com');
    const rows = await app.database.db.select().from(people).orderBy(people.addedAt, people.email);
    expect(rows.map(({ assigneeId }) => assigneeId).sort()).toEqual([nell, null].sort());
    await owner('POST', `/api/users/${nell}/resume`);
    await app.signIn('nell@example.com');
    expect(await session()).toBe(200);
  });

  it('is never the last owner, and nobody does it to themselves', async () => {
    const [me] = await app.database.db.select().from(users).where(eq(users.role, 'owner'));
    expect((await owner('POST', `/api/users/${me!.id}/remove`, {})).statusCode).toBe(400);
    const demoted = await owner('PATCH', `/api/users/${me!.id}`, { role: 'marketer' });
    expect(codeOf(demoted)).toBe('last-owner');
    await owner('PATCH', `/api/users/${nell}`, { role: 'owner', clients: null });
    const now = await owner('PATCH', `/api/users/${me!.id}`, { role: 'marketer' });
    expect(now.statusCode).toBe(200);
    expect(codeOf(await owner('GET', '/api/users'))).toBe('not-allowed');
  });
});

describe('one’s own account', () => {
  it('shows where one is signed in, and ends it there', async () => {
    await app.signIn('desk@example.com');
    const first = app.cookieOf('desk@example.com');
    await app.signIn('desk@example.com');
    const desk = (method: Method, url: string, body?: object) =>
      app.api(method, url, body, 'desk@example.com');
    const { sessions } = (await desk('GET', '/api/profile/sessions')).json<{
      sessions: SessionView[];
    }>();
    expect(sessions.filter(({ isThis }) => isThis)).toHaveLength(1);
    const old = sessions.filter(({ isThis }) => !isThis);
    expect(old.length).toBeGreaterThan(0);
    await desk('DELETE', `/api/profile/sessions/${old[0]!.id}`);
    await desk('DELETE', '/api/profile/sessions');
    const before = await app.running.app.inject({
      ...{ method: 'GET', url: '/api/session' },
      headers: { host: 'localhost:4310', cookie: first },
    });
    expect(before.statusCode).toBe(401);
    expect((await desk('GET', '/api/session')).statusCode).toBe(200);
    // Another's session is not there for them.
    const theirs = (await owner('GET', '/api/profile/sessions')).json<{
      sessions: SessionView[];
    }>();
    const ended = await desk('DELETE', `/api/profile/sessions/${theirs.sessions[0]!.id}`);
    expect(ended.statusCode).toBe(404);
  });

  it('changes its password by the present one, and its address too', async () => {
    await app.signIn('desk@example.com');
    const desk = (method: Method, url: string, body?: object) =>
      app.api(method, url, body, 'desk@example.com');
    const changed = { current: 'wrong', password: 'another password' };
    expect((await desk('POST', '/api/profile/password', changed)).json()).toMatchObject({
      fields: [{ field: 'body.current' }],
    });
    await desk('POST', '/api/profile/password', { ...changed, current: password });
    await app.signIn('desk@example.com', 'another password');
    const profile = { name: 'Desk', email: 'new@example.com', phone: '', zone: 'UTC' };
    expect((await desk('PUT', '/api/profile', profile)).statusCode).toBe(400);
    const mine = { ...profile, current: 'another password' };
    expect(
      (await desk('PUT', '/api/profile', { ...mine, email: 'OWNER@example.com' })).json(),
    ).toMatchObject({ fields: [{ field: 'body.email' }] });
    expect((await desk('PUT', '/api/profile', mine)).statusCode).toBe(200);
    await app.signIn('new@example.com', 'another password');
  });

  it('whose password is forgotten gets a link that is good once, for an hour', async () => {
    const ask = (email: string) => app.api('POST', '/api/new-passwords', { email });
    expect((await ask('nobody@example.com')).json()).toEqual(
      (await ask('desk@example.com')).json(),
    );
    await app.settle();
    const mails = await app.database.db.select().from(postRoom);
    expect(mails.map(({ to }) => to)).toEqual(['desk@example.com']);
    const token = /new-password\/(\S+)/.exec(mails[0]!.text)![1]!;
    const reset = (secret: string) =>
      app.api('POST', `/api/new-passwords/${token}`, { password: secret });
    expect((await reset('short')).statusCode).toBe(400);
    expect((await reset('a fresh password')).statusCode).toBe(200);
    expect(codeOf(await reset('a second password'))).toBe('link-over');
    await app.signIn('desk@example.com', 'a fresh password');
    await ask('desk@example.com');
    await app.settle();
    await app.move('PT61M');
    const later = (await app.database.db.select().from(postRoom)).find(
      ({ id }) => id !== mails[0]!.id,
    )!;
    const old = /new-password\/(\S+)/.exec(later.text)![1]!;
    expect(codeOf(await app.api('POST', `/api/new-passwords/${old}`, { password }))).toBe(
      'link-over',
    );
  });
});

describe('the second factor', () => {
  const desk = (method: Method, url: string, body?: object) =>
    app.api(method, url, body, 'desk@example.com');
  const signIn = (code = '') =>
    app.api('POST', '/api/session', { email: 'desk@example.com', password, code });

  async function turnOn(): Promise<{ secret: string; recoveryCodes: string[] }> {
    await app.signIn('desk@example.com');
    const url = '/api/profile/second-factor';
    const { secret, uri } = (await desk('POST', url, { current: password })).json<{
      secret: string;
      uri: string;
    }>();
    expect(uri).toMatch(/^otpauth:\/\/totp\/.*desk%40example\.com.*secret=/);
    // Until a code has confirmed it, it is not asked for.
    expect((await signIn()).statusCode).toBe(200);
    expect(codeOf(await desk('POST', `${url}/confirm`, { code: '000000' }))).toBe(
      'wrong-second-factor',
    );
    const code = totpCode(secret, app.clock.now());
    const { recoveryCodes } = (await desk('POST', `${url}/confirm`, { code })).json<{
      recoveryCodes: string[];
    }>();
    return { secret, recoveryCodes };
  }

  it('is asked for after the password, and each code is good once', async () => {
    const { secret } = await turnOn();
    expect(codeOf(await signIn())).toBe('second-factor-needed');
    // The code that turned it on is used up.
    expect(codeOf(await signIn(totpCode(secret, app.clock.now())))).toBe('wrong-second-factor');
    await app.move('PT30S');
    const code = totpCode(secret, app.clock.now());
    const both = await Promise.all([signIn(code), signIn(code)]);
    expect(both.map(({ statusCode }) => statusCode).sort()).toEqual([200, 401]);
    // One from before is not taken after a later one.
    await app.move('PT30S');
    expect((await signIn(totpCode(secret, app.clock.now()))).statusCode).toBe(200);
    expect(codeOf(await signIn(code))).toBe('wrong-second-factor');
    await app.move('PT5M');
    expect(codeOf(await signIn(totpCode(secret, app.clock.now().subtract({ minutes: 2 }))))).toBe(
      'wrong-second-factor',
    );
  });

  it('gives way to each recovery code once, and can be turned off', async () => {
    const { recoveryCodes } = await turnOn();
    expect(recoveryCodes).toHaveLength(10);
    expect((await signIn(recoveryCodes[0]!.toUpperCase())).statusCode).toBe(200);
    expect(codeOf(await signIn(recoveryCodes[0]))).toBe('wrong-second-factor');
    const profile = (await desk('GET', '/api/profile')).json();
    expect(profile).toMatchObject({ hasSecondFactor: true, recoveryCodesLeft: 9 });
    await desk('POST', '/api/profile/second-factor/off', { current: password });
    expect((await signIn()).statusCode).toBe(200);
  });

  it('can’t be guessed: codes are counted by account', async () => {
    await turnOn();
    const codes: string[] = [];
    for (let index = 0; index < 21; index++) {
      codes.push(codeOf(await signIn('000000')));
      if (index % 8 === 7) await app.move('PT61S');
    }
    expect(codes.slice(0, 20)).toEqual(Array<string>(20).fill('wrong-second-factor'));
    expect(codes[20]).toBe('too-many-tries');
  });
});
