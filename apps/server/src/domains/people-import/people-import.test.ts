import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { JobView, PersonRecord } from '@plumgate/contract';
import { asc, eq, sql } from 'drizzle-orm';
import { Jobs } from '../../platform/jobs/jobs.ts';
import { ownFields } from '../../records/people/fields.table.ts';
import { people, personTags } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { decodeCsv } from '@plumgate/core/people';
import { readCsv } from './read-csv.ts';

/** `csv-spectrum` of the registry: CSV files as they are written in the wild, with what is in each. */
describe('the test corpus', () => {
  const folder = dirname(createRequire(import.meta.url).resolve('csv-spectrum/package.json'));
  const names = readdirSync(join(folder, 'csvs')).map((name) => name.replace('.csv', ''));

  it.each(names)('%s is read as it says', async (name) => {
    const rows: string[][] = [];
    const text = decodeCsv(readFileSync(join(folder, 'csvs', `${name}.csv`)));
    for await (const { cells } of readCsv(text)) rows.push(cells);
    const [header = [], ...rest] = rows;
    const objects = rest.map((cells) =>
      Object.fromEntries(header.map((heading, index) => [heading, cells[index]])),
    );
    const expected = JSON.parse(readFileSync(join(folder, 'json', `${name}.json`), 'utf8')) as
      object | object[];
    // One file and its answers do not agree about a phone number.
    const without = (all: object[]) =>
      all.map((one) => ({ ...one, 'Contact Phone Number': undefined }));
    expect(without(objects)).toEqual(without([expected].flat()));
  });
});

describe('an import', () => {
  let app: TestApp;
  let world: World;
  beforeEach(async () => {
    app = await TestApp.start();
    world = await buildWorld(app);
    await app.signIn('desk@example.com');
  });
  afterEach(() => app.stop());

  const ask = (method: 'GET' | 'POST', url: string) =>
    app.api(method, url, undefined, 'owner@example.com');
  const post = (text: string | Buffer, query = '') =>
    app.raw(
      'POST',
      `/api/clients/${world.client.id}/people/imports?name=old.csv${query}`,
      text as string,
      {
        'content-type': 'text/csv',
      },
    );
  const run = async (text: string | Buffer, query = '') => {
    const { jobId } = (await post(text, query)).json<{ jobId: string }>();
    await app.settle();
    return (await ask('GET', `/api/jobs/${jobId}`)).json<JobView>();
  };
  const names = async () => {
    const rows = await app.database.db
      .select({ name: sql<string>`trim(${people.firstName} || ' ' || ${people.lastName})` })
      .from(people)
      .orderBy(asc(people.firstName), asc(people.lastName));
    return rows.map(({ name }) => name);
  };
  const record = async (email: string) => {
    const [row] = await app.database.db.select().from(people).where(eq(people.email, email));
    return (await ask('GET', `/api/people/${row!.id}`)).json<PersonRecord>();
  };

  const file = [
    'Name,Email,Phone,Tags,Roof age,Stage',
    'Ana Okafor,ana@example.com,(207) 555-0117,"roof, storm",22,Won',
    'Bo Marsh,bo@example.com,,,8,',
    'Nobody,not an address,,,,',
    'Cy,cy@example.com,,,old,',
    'Di,di@example.com,,,3,',
    'Ed,ed@example.com,,,5,',
    'Fay,fay@example.com,,,5,',
    ',,,,,',
  ].join('\n');

  it('makes people with their tags, stage and fields, and hands bad rows back with the reasons', async () => {
    const job = await run(file);
    expect(job).toMatchObject({
      ...{ state: 'done', canUndo: true },
      result: { made: 5, changed: 0, bad: 3, of: 8 },
    });
    expect(await names()).toEqual(['Ana Okafor', 'Bo Marsh', 'Di', 'Ed', 'Fay']);
    const ana = await record('ana@example.com');
    expect(ana).toMatchObject({
      ...{ tags: ['roof', 'storm'], stageName: 'Won', source: 'Import', submissions: 0 },
      fields: [{ name: 'Roof age', type: 'number', words: '22' }],
    });
    expect(ana.timeline[0]).toMatchObject({ text: 'Imported from old.csv', note: 'by Oriel' });
    const bad = await ask('GET', `/api/jobs/${job.id}/bad-rows.csv`);
    expect(bad.body.trim().split('\r\n')).toEqual([
      'Name,Email,Phone,Tags,Roof age,Stage,Row,Why',
      'Nobody,not an address,,,,,4,“not an address” is not an email address.',
      'Cy,cy@example.com,,,old,,5,"Roof age: Please give a number, in digits."',
      ',,,,,,9,"There is no name, email or phone."',
    ]);
  });

  it('is tried first, and then nothing has changed', async () => {
    await run('Name,Email\nAna Okafor,ana@example.com\n');
    const job = await run(file, '&try=yes');
    expect(job).toMatchObject({
      canUndo: false,
      result: {
        ...{ made: 4, changed: 1, bad: 3, of: 8 },
        columns: ['name', 'email', 'phone', 'tags', 'field:try_4', 'stage'],
      },
    });
    expect(await names()).toEqual(['Ana Okafor']);
    expect(await app.database.db.select().from(ownFields)).toEqual([]);
  });

  it('fills what known people lack, keeps what is known, and is undone whole', async () => {
    await app.site('POST', '/first-visit', {
      form: { name: 'Ana Reyes', email: 'ana@example.com', phone: '' },
    });
    await app.settle();
    const before = await record('ana@example.com');
    const job = await run(file);
    expect(job.result).toMatchObject({ made: 4, changed: 1 });
    expect(await record('ana@example.com')).toMatchObject({
      ...{ lastName: 'Reyes', phone: '(207) 555-0117', stageName: 'Won' },
      tags: ['first-visit', 'roof', 'storm'],
    });
    await ask('POST', `/api/jobs/${job.id}/undo`);
    expect(await names()).toEqual(['Ana Reyes']);
    const after = await record('ana@example.com');
    expect([after.phone, after.tags, after.stageName, after.fields]).toEqual([
      ...['', before.tags, before.stageName],
      [],
    ]);
  });

  it('knows a person by the client’s rule, also within the file', async () => {
    await ask('POST', `/api/clients/${world.client.id}/matching`);
    const twice = 'Name,Email,Tags\nAna,ana@example.com,one\nAna O,ANA@example.com,two\n';
    expect((await run(twice)).result).toMatchObject({ made: 1, bad: 0 });
    expect((await record('ana@example.com')).tags).toEqual(['one', 'two']);
  });

  it('takes columns as it is told', async () => {
    const columns = encodeURIComponent(JSON.stringify(['skip', 'email', 'new:text']));
    await run('Name,Email,Notes\nAna,ana@example.com,Likes mornings\n', `&columns=${columns}`);
    expect(await record('ana@example.com')).toMatchObject({
      ...{ firstName: '' },
      fields: [{ name: 'Notes', words: 'Likes mornings' }],
    });
  });

  it.each([
    ['nothing', '', 400],
    ['a heading alone', 'Name,Email\n', 400],
    ['too many columns told', 'Name\nAna\n', 400],
  ])('of %s is refused in words', async (what, text, status) => {
    const columns = encodeURIComponent(JSON.stringify(['name', 'email']));
    const answer = await post(text, what.startsWith('too') ? `&columns=${columns}` : '');
    expect(answer.statusCode).toBe(status);
    expect(answer.json<{ detail?: string }>().detail).toBeTruthy();
  });

  it('takes formulas as text, cells of a megabyte as bad, and what follows an open quote, too', async () => {
    const odd = [
      'Name,Email,Notes',
      '=1+1,a@example.com,ok',
      `Big,b@example.com,${'x'.repeat(2 ** 20)}`,
      'Cy "C" Cee,c@example.com,quotes within',
      '"Open,d@example.com,',
      'Eve,e@example.com,',
    ].join('\n');
    const job = await run(odd);
    expect(job).toMatchObject({ state: 'done', problem: null, result: { made: 2, bad: 2 } });
    expect(await names()).toEqual(['=1+1', 'Cy "C" Cee']);
    const bad = await ask('GET', `/api/jobs/${job.id}/bad-rows.csv`);
    expect(bad.body).toContain('A quotation mark in it is never closed.');
  });

  it('goes on where it was when its process died, and writes nobody twice', async () => {
    const many = Array.from({ length: 900 }, (_, n) => `P ${n},p${n}@example.com`);
    const job = await run(['Name,Email', ...many].join('\n'));
    expect(job.result).toMatchObject({ made: 900 });
    const { db } = app.database;
    // As a process leaves it that died after two portions.
    await db.execute(
      sql`delete from people where email in ('p800@example.com', 'p899@example.com')`,
    );
    await db.execute(sql`update people_imports set rows_read = 800, made = 800`);
    await db.execute(
      sql`update jobs set state = 'running', leased_by = 'gone', leased_until = ${app.clock.now().subtract({ hours: 1 }).toString()} where id = ${job.id}`,
    );
    await app.settle();
    expect(await names()).toHaveLength(900);
    expect((await app.get(Jobs).get(job.id)).state).toBe('done');
    expect(await db.select().from(personTags)).toEqual([]);
  });
});
