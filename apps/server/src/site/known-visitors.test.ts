import type { EditorPage } from '@plumgate/contract';
import { emailFromText } from '@plumgate/core/emails';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { newQuestion } from '@plumgate/core/forms';
import type { Draft } from '@plumgate/core/page';
import { desc, eq } from 'drizzle-orm';
import { PersonLinks } from '../domains/messages/person-links.ts';
import { SequenceService } from '../domains/followup/sequence.service.ts';
import { VoucherService } from '../domains/vouchers/voucher.service.ts';
import { submissions } from '../records/intake/table.ts';
import { people } from '../records/people/table.ts';
import { joinTogether } from '../testing/join-together.ts';
import { users } from '../records/accounts/table.ts';
import { buildWorld, publishForm, TestApp, type World } from '../testing/test-app.ts';

let app: TestApp;
let world: World;
let ana: PersonId;
const rosemary = {
  name: 'Ana Okafor',
  email: 'rosemary@example.com',
  phone: '(207) 555-0117',
  roof: 'Twelve years',
};
const hidden = ['rosemary@', 'Okafor', '0117', 'Twelve'];
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await publishForm(app, world, {
    questions: [
      newQuestion('full-name', 'q1', { key: 'name', label: 'Your name', required: true }),
      newQuestion('email', 'q2', { key: 'email', required: true, fromAddress: 'email' }),
      newQuestion('phone', 'q3', { key: 'phone' }),
      newQuestion('short-text', 'q4', { key: 'roof', label: 'How old is the roof?' }),
      newQuestion('choice', 'q5', { key: 'need', options: ['Roof', 'Walls'], fromAddress: 'need' }),
    ],
  });
  await app.site('POST', '/first-visit', { form: rosemary });
  const [row] = await app.database.db.select().from(people);
  ana = row!.id;
});
afterAll(() => app.stop());

/** A browser that keeps its cookies. */
function browser() {
  const jar = new Map<string, string>();
  const headers = () => ({
    cookie: [...jar].map(([name, value]) => `${name}=${encodeURIComponent(value)}`).join('; '),
  });
  const keep = (answer: Awaited<ReturnType<TestApp['site']>>) => {
    for (const { name, value } of answer.cookies)
      if (value) jar.set(name, value);
      else jar.delete(name);
    return answer;
  };
  return {
    jar,
    open: async (url: string) => keep(await app.site('GET', url, { headers: headers() })),
    send: async (form: Record<string, string>) =>
      keep(await app.site('POST', '/first-visit', { form, headers: headers() })),
  };
}
const link = (path = '/first-visit') => {
  const url = new URL(app.get(PersonLinks).personal({ slug: 'quayside' }, ana, path));
  return url.pathname + url.search;
};
const newest = async () =>
  (
    await app.database.db
      .select()
      .from(submissions)
      .orderBy(desc(submissions.receivedAt), desc(submissions.id))
      .limit(1)
  )[0]!;

describe('a personal link', () => {
  it('greets by first name and masks the rest, without the link in the address', async () => {
    const visitor = browser();
    const followed = await visitor.open(link());
    expect([followed.statusCode, followed.headers.location]).toEqual([303, '/first-visit']);
    const page = await visitor.open('/first-visit');
    expect(page.body).toContain('Filled in for Ana.');
    expect(page.body).toContain('Not you?');
    expect(page.body).toContain('placeholder="r•••@example.com"');
    expect(page.body).toContain('placeholder="Ana O•••"');
    for (const word of hidden) expect(page.body).not.toContain(word);
    expect(page.headers['cache-control']).toBe('private, no-store');
    expect((await browser().open('/first-visit')).body).not.toContain('Filled in for');
  });

  it('sends what is known by reference, and tells the browser nothing of it afterwards', async () => {
    app.clock.moveTo(app.clock.now().add({ minutes: 1 }));
    const visitor = browser();
    await visitor.open(link());
    const sent = await visitor.send({ name: '', email: '', roof: '', need: 'Walls' });
    expect(sent.statusCode).toBe(303);
    const kept = await newest();
    expect(kept.personId).toBe(ana);
    expect(kept.answers).toEqual({
      name: 'Ana Okafor',
      email: 'rosemary@example.com',
      phone: '(207) 555-0117',
      roof: 'Twelve years',
      need: 'Walls',
    });
    const next = await visitor.open('/first-visit-thank-you');
    expect(next.body).toContain('Thank you, Ana.');
    for (const page of [sent, next])
      for (const word of hidden)
        expect(page.body + JSON.stringify(page.headers)).not.toContain(word);
  });

  it('lets what is typed win over what is known', async () => {
    app.clock.moveTo(app.clock.now().add({ minutes: 1 }));
    const visitor = browser();
    await visitor.open(link());
    await visitor.send({ name: 'Bo Lind', email: 'bo@example.com', need: 'Roof' });
    const kept = await newest();
    expect(kept.personId).not.toBe(ana);
    expect(kept.answers).toMatchObject({ name: 'Bo Lind', email: 'bo@example.com' });
  });

  it('keeps its masks and what was typed when the form is refused', async () => {
    const visitor = browser();
    await visitor.open(link());
    const refused = await visitor.send({ name: '', phone: 'not a phone', need: 'Roof' });
    expect(refused.statusCode).toBe(422);
    expect(refused.body).toContain('r•••@example.com');
    expect(refused.body).toContain('value="not a phone"');
    for (const word of hidden) expect(refused.body).not.toContain(word);
  });

  it('forgets at “Not you?”', async () => {
    const visitor = browser();
    await visitor.open(link());
    expect([...visitor.jar.keys()]).toContain('gate_known');
    await visitor.open('/first-visit?_for=none');
    expect([...visitor.jar.keys()]).not.toContain('gate_known');
    expect((await visitor.open('/first-visit')).body).not.toContain('Filled in for');
  });

  it.each(['x', '_', 'eyJh.eyJh', '%00', ''])('takes %j for nobody’s', async (token) => {
    const visitor = browser();
    await visitor.open(`/first-visit?_for=${token}`);
    expect((await visitor.open('/first-visit')).body).not.toContain('Filled in for');
  });

  it('is over after a month, and shows nothing of somebody who was deleted or is another client’s', async () => {
    const visitor = browser();
    await visitor.open(link());
    const { db } = app.database;
    await db.update(people).set({ removedAt: app.clock.now() }).where(eq(people.id, ana));
    expect((await visitor.open('/first-visit')).body).not.toContain('Filled in for');
    await db.update(people).set({ removedAt: null }).where(eq(people.id, ana));
    expect((await visitor.open('/first-visit')).body).toContain('Filled in for');
    app.clock.moveTo(app.clock.now().add({ hours: 24 * 31 }));
    expect((await visitor.open('/first-visit')).body).not.toContain('Filled in for');
  });

  it('is put into messages where the words ask for it', async () => {
    await app.signIn('owner@example.com');
    const [me] = await app.database.db.select({ id: users.id }).from(users);
    const step = (await app.get(SequenceService).list(world.client.id as ClientId, me!.id))[0]!;
    const content = {
      ...step.content,
      steps: [
        {
          ...step.content.steps[0]!,
          action: {
            kind: 'email' as const,
            ...emailFromText({
              subject: 'Your form',
              body: 'Press {{ links.first_visit }} please.',
            }),
          },
        },
      ],
    };
    const sequence = await app.get(SequenceService).create(world.client.id as ClientId, content);
    await joinTogether(app, world.client.id as ClientId, sequence, 1);
    await app.settle();
    const { messages } = (
      await app.api(
        'GET',
        `/api/clients/${world.client.id}/messages?search=p0@example.com`,
        undefined,
        'owner@example.com',
      )
    ).json<{ messages: { text: string }[] }>();
    const [, path] = /Press http:\/\/[^/]+(\S+) please/.exec(messages[0]!.text)!;
    const visitor = browser();
    await visitor.open(path!);
    expect((await visitor.open('/first-visit')).body).toContain('placeholder="p•••@example.com"');
  });
});

it('shows a person the code of a voucher that is theirs, the same in messages, and nobody else’s', async () => {
  const owner = <Answer>(method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
    app.api(method, url, body, 'owner@example.com').then((answer) => answer.json<Answer>());
  const clientId = world.client.id as ClientId;
  const pool = { name: 'Spring', key: 'spring', worth: '', lastDay: null };
  const { id } = await owner<{ id: string }>('POST', `/api/clients/${clientId}/vouchers`, pool);
  await owner('POST', `/api/voucher-pools/${id}/codes`, { list: ['SPRING-1', 'SPRING-2'] });
  const { pageId } = world.first;
  const { draft, version } = await owner<EditorPage>('GET', `/api/pages/${pageId}`);
  const { page } = draft as Draft;
  const title = 'Yours: {{ vouchers.spring | default: "ask us" }}';
  const changed = { version, draft: { ...(draft as Draft), page: { ...page, title } } };
  await owner('PUT', `/api/pages/${pageId}/draft`, changed);
  await owner('POST', `/api/pages/${pageId}/publish`, { version: version + 1 });

  expect((await browser().open('/first-visit')).body).toContain('Yours: ask us');
  const visitor = browser();
  await visitor.open(link());
  const [code] = /SPRING-\d/.exec((await visitor.open('/first-visit')).body)!;
  expect((await visitor.open('/first-visit')).body).toContain(`Yours: ${code}`);
  const given = await app.database.transaction((tx) =>
    app.get(VoucherService).give(tx, clientId, ['spring'], [ana]),
  );
  expect(given.get(ana)).toEqual({ spring: code });
});

describe('a page’s address', () => {
  it('fills the questions that allow it, for this reader alone', async () => {
    const page = await app.site('GET', '/first-visit?email=bo%40example.com&need=Walls&name=Bo');
    expect(page.body).toContain('value="bo@example.com"');
    expect(page.body).toMatch(/<option selected="">Walls/);
    expect(page.body).not.toContain('value="Bo"');
    expect(page.headers['cache-control']).toBe('private, no-store');
    expect((await app.site('GET', '/first-visit')).body).not.toContain('bo@example.com');
    expect((await app.site('GET', '/first-visit?utm_source=x')).headers['cache-control']).not.toBe(
      'private, no-store',
    );
  });

  it('can’t put markup into the page', async () => {
    const page = await app.site('GET', `/first-visit?email=${encodeURIComponent('"><script>x')}`);
    expect(page.body).not.toContain('"><script>x');
  });
});
