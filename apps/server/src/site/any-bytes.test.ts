import { newQuestion, type QuestionKind } from '@plumgate/core/forms';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { count } from 'drizzle-orm';
import { naughtyStrings } from '../testing/naughty-strings.ts';
import { people } from '../records/people/table.ts';
import { submissions } from '../records/intake/table.ts';
import { buildWorld, publishForm, TestApp, type World } from '../testing/test-app.ts';

/** Whatever anybody sends by a form, over HTTP: it is taken, refused or put aside whole, and breaks nothing that shows it. */
let app: TestApp;
let world: World;
const kinds: QuestionKind[] = [
  ...(['full-name', 'email', 'phone', 'short-text', 'long-text', 'choice', 'choices'] as const),
  ...(['rating', 'checkbox', 'consent', 'date', 'time', 'number', 'address', 'website'] as const),
  'file',
  'hidden',
];
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await publishForm(app, world, {
    sendsCopy: true,
    notify: ['desk@quayside-dental.test'],
    questions: kinds.map((kind, index) =>
      newQuestion(kind, `q${index}`, { key: kind.replace('-', '_'), fromAddress: `f${index}` }),
    ),
  });
});
afterAll(() => app.stop());

const keys = kinds.map((kind) => kind.replace('-', '_'));
const ours = ['_once', '_form', '_revision', '_part', '_zone', '_open', '_slot', '_website'];
const text = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 60 }),
  fc.string({ unit: 'grapheme', maxLength: 60 }),
  fc.constantFrom(...naughtyStrings),
  fc.constantFrom(
    '=1+1',
    '+cmd|calc',
    '@sum',
    '\u202eright to left',
    '\0',
    '\ud83d',
    'x'.repeat(10_000),
  ),
);
const sent = fc.dictionary(fc.constantFrom(...keys, ...ours, 'nobody_asked'), text, {
  maxKeys: 12,
});

const boundary = 'bbbbbbbb';
const encodings: Record<
  string,
  (fields: Record<string, string>) => { type: string; body: Buffer }
> = {
  urlencoded: (fields) => ({
    type: 'application/x-www-form-urlencoded',
    body: Buffer.from(new URLSearchParams(fields).toString()),
  }),
  multipart: (fields) => ({
    type: `multipart/form-data; boundary=${boundary}`,
    body: Buffer.from(
      Object.entries(fields)
        .map(
          ([name, value]) =>
            `--${boundary}\r\nContent-Disposition: form-data; name="${name}"\r\n\r\n${value}\r\n`,
        )
        .join('') + `--${boundary}--\r\n`,
    ),
  }),
  json: (fields) => ({ type: 'application/json', body: Buffer.from(JSON.stringify(fields)) }),
};

const send = (encoding: string, fields: Record<string, string>) => {
  const { type, body } = encodings[encoding]!(fields);
  return app.site('POST', '/first-visit', { payload: body, headers: { 'content-type': type } });
};
const owner = (url: string) => app.api('GET', url, undefined, 'owner@example.com');
const rows = async () => {
  const { db } = app.database;
  const [sentRows] = await db.select({ count: count() }).from(submissions);
  const [peopleRows] = await db.select({ count: count() }).from(people);
  return { sent: sentRows!.count, people: peopleRows!.count };
};

/** Everything that shows what was sent still answers, and its CSV reads as a table without formulas. */
async function everythingShows(): Promise<void> {
  const base = `/api/clients/${world.client.id}`;
  for (const url of ['/submissions', '/submissions?junk=true', '/people', '/possible-doubles'])
    expect([url, (await owner(base + url)).statusCode]).toEqual([url, 200]);
  expect((await owner(`/api/forms/${world.formId}/answers`)).statusCode).toBe(200);
  const csv = await owner(`${base}/submissions.csv`);
  const lines = parse(csv.body, { relax_column_count: false });
  expect(lines.length).toBe((await rows()).sent + 1);
  for (const cell of lines.flat()) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
}

it.each(Object.keys(encodings))('takes any bytes for any field, %s', async (encoding) => {
  await fc.assert(
    fc.asyncProperty(sent, async (fields) => {
      const before = await rows();
      const answer = await send(encoding, fields);
      expect(answer.statusCode).toBeLessThan(500);
      const after = await rows();
      // Taken whole, or not at all: nobody without a submission, nor one without its person.
      expect(after.sent - before.sent).toBeLessThanOrEqual(1);
      expect(after.people - before.people).toBeLessThanOrEqual(after.sent - before.sent);
      if (answer.statusCode >= 400) expect(after).toEqual(before);
    }),
    { numRuns: 40 },
  );
  await everythingShows();
});

it('takes every naughty string as a name or a text, and as a search', async () => {
  for (let at = 0; at < naughtyStrings.length; at += 4) {
    const [full_name = '', long_text = '', short_text = '', address = ''] =
      naughtyStrings.slice(at);
    const fields = { full_name, long_text, short_text, address, email: `n${at}@example.com` };
    const answer = await send('urlencoded', fields);
    expect([fields, answer.statusCode < 500]).toEqual([fields, true]);
    if (at % 40 > 0) continue;
    const words = encodeURIComponent(full_name.slice(0, 200));
    const found = await owner(`/api/clients/${world.client.id}/submissions?search=${words}`);
    expect([full_name, found.statusCode]).toEqual([full_name, 200]);
  }
  await app.settle();
  await everythingShows();
});

it('opens with any bytes in the address', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom('f1', 'f4', '_for', 'sent', 'rule'),
      text,
      async (name, value) => {
        const query = new URLSearchParams({ [name]: value.slice(0, 2000) });
        expect((await app.site('GET', `/first-visit?${query}`)).statusCode).toBeLessThan(500);
      },
    ),
    { numRuns: 40 },
  );
});
