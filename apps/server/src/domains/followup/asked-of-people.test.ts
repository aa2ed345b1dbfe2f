import { emailFromText } from '@plumgate/core/emails';
import type { Answered, api, PersonRecord } from '@plumgate/contract';
import type { ClientId, SequenceId } from '@plumgate/core/basics';
import { noConditions, type Conditions, type Term } from '@plumgate/core/conditions';
import { emptySequence, type SequenceContent, type SequenceStep } from '@plumgate/core/followup';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { RuleService } from '../routing/rule.service.ts';
import { SequenceService } from './sequence.service.ts';

/** Sequences that ask, by conditions, who may join and who gets a step. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const all = (...terms: Term[]): Conditions => ({ match: 'all', terms });
const tagged = (is: string, not?: true): Term =>
  ({ about: 'tag', is, ...(not && { not }) }) as Term;
const step = (id: string, changes: Partial<SequenceStep>): SequenceStep => ({
  ...{ id, anchor: 'joined', side: 'after', late: 'skip' },
  delay: { amount: 0, unit: 'minutes', at: null },
  ...{ unlessBooked: false, onlyIf: noConditions },
  action: { kind: 'email', ...emailFromText({ subject: id, body: 'B' }) },
  ...changes,
});
const make = (name: string, changes: Partial<SequenceContent>): Promise<SequenceId> =>
  app
    .get(SequenceService)
    .create(world.client.id as ClientId, { ...emptySequence(name), quiet: null, ...changes });
const startFor = (source: string, sequence: SequenceId, tags: string[] = []) =>
  app.get(RuleService).add(world.client.id as ClientId, {
    name: source,
    conditions: all({ about: 'source', is: source }),
    actions: [...tags.map((tag) => ({ kind: 'tag' as const, tag })), { kind: 'start', sequence }],
  });
let visitors = 0;
const come = async (source: string): Promise<PersonRecord> => {
  const email = `visitor${visitors++}@example.com`;
  await app.site('POST', `/first-visit?utm_source=${source.toLowerCase()}`, {
    form: { name: 'Ana', email, phone: '' },
  });
  await app.settle();
  const { people } = (
    await app.api(
      'GET',
      `/api/clients/${world.client.id}/people?search=${email}`,
      undefined,
      'owner@example.com',
    )
  ).json<Answered<typeof api.listPeople>>();
  return (
    await app.api('GET', `/api/people/${people[0]!.id}`, undefined, 'owner@example.com')
  ).json<PersonRecord>();
};
const lines = ({ timeline }: PersonRecord) =>
  timeline.map(({ text, note }) => [text, note].join(': '));

it('lets only those join that it is for, by what their own arrival made of them', async () => {
  const sequence = await make('Gold members', {
    onlyFor: all(tagged('gold')),
    steps: [step('hello', {})],
  });
  await startFor('Radio', sequence, ['gold']);
  await startFor('Leaflet', sequence);
  expect(lines(await come('Radio'))).toContainEqual(
    expect.stringContaining('Joined “Gold members”'),
  );
  const other = lines(await come('Leaflet'));
  expect(other).toContainEqual('Did not join “Gold members”: they are not who it is for');
  expect(other.join()).not.toContain('hello');
});

it('carries a step out only for those it is for, after what the steps before it did', async () => {
  const tag = step('tag', { action: { kind: 'tag', tag: 'silver' } });
  const steps = [
    step('early', { onlyIf: all(tagged('silver')) }),
    tag,
    step('for silver', { onlyIf: all(tagged('silver')) }),
    step('for others', { onlyIf: all(tagged('silver', true)) }),
  ];
  await startFor('Podcast', await make('Silver', { steps }));
  const seen = lines(await come('Podcast'));
  expect(seen).toContainEqual(expect.stringContaining('Sent email “for silver”'));
  for (const out of ['early', 'for others'])
    expect(seen).toContainEqual(
      expect.stringMatching(new RegExp(`Left out: .*${out}.*they are not who it is for`)),
    );
});
