import {
  api,
  type ConditionChoices,
  type RecentLeads,
  type RulePreviewView,
  type RuleView,
} from '@plumgate/contract';
import type { FormId, RuleId, UserId } from '@plumgate/core/basics';
import { noConditions } from '@plumgate/core/conditions';
import type { RuleContent } from '@plumgate/core/routing';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { emptyChoices, idOf, serverOf, show } from '../../testing/show.tsx';
import { RulesScreen } from './rules-screen.tsx';
import { inBin, withBin } from '../../testing/with-bin.ts';

const choices: ConditionChoices = {
  ...emptyChoices,
  form: [
    { id: idOf(10), name: 'First-visit request' },
    { id: idOf(11), name: 'Whitening' },
  ],
  page: [{ id: idOf(20), name: 'First visit' }],
  funnel: [{ id: idOf(30), name: 'Nervous patients' }],
  sources: ['Search ads'],
  user: [{ id: idOf(40), name: 'Front desk' }],
  sequence: [{ id: idOf(50), name: 'Gentle welcome' }],
};
const content: RuleContent = {
  name: 'New patients',
  conditions: { match: 'all', terms: [{ about: 'form', is: idOf<FormId>(10) }] },
  actions: [
    { kind: 'tag', tag: 'first-visit' },
    { kind: 'assign', to: idOf<UserId>(40) },
  ],
};
const ruleOf = (number: number, changes: Partial<RuleView> = {}): RuleView => ({
  id: idOf<RuleId>(number),
  on: true,
  version: 1,
  content: { ...content, name: `Rule ${number}` },
  matched30: 126,
  draft: null,
  unreachable: null,
  ...changes,
});
const recent: RecentLeads = {
  days: 30,
  leads: 1304,
  unmatched: [
    { page: 'Whitening', funnel: 'Winter', leads: 60 },
    { page: 'Braces', funnel: 'Autumn', leads: 4 },
  ],
};
const preview: RulePreviewView = {
  days: 30,
  leads: 1204,
  matched: 126,
  others: 0,
  pages: [],
  people: [],
};
const opened = async (rules: RuleView[], answers: Partial<RulePreviewView> = {}) => {
  const server = serverOf()
    .on(api.listRules, { rules, choices, recent })
    .on(api.previewRule, { ...preview, ...answers });
  show(<RulesScreen />, server, { at: 'follow-up/rules' });
  await screen.findByRole('heading', { name: 'Follow-up' });
  return server;
};
const change = async (rule: RuleView, answers: Partial<RulePreviewView> = {}) => {
  const server = await opened([rule], answers);
  server.on(api.saveRule, {}).on(api.saveRuleDraft, {}).on(api.discardRuleDraft, {});
  fireEvent.click(screen.getByRole('button', { name: 'Edit' }));
  return server;
};
const pick = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
const addPart = (typed: string) => {
  const box = screen.getByLabelText('Add a part to the sentence');
  fireEvent.focus(box);
  fireEvent.change(box, { target: { value: typed } });
  fireEvent.keyDown(box, { key: 'Enter' });
};
const kept = (server: ReturnType<typeof serverOf>) =>
  server.sent(api.saveRule)[0]?.body as
    { version: number; on: boolean; content: RuleContent } | undefined;

describe('the rules', () => {
  it('say what a rule is where there is none', async () => {
    await opened([]);
    expect(screen.getByText('No routing rules for Quayside Dental yet')).toBeTruthy();
  });

  it('read as sentences, with how many leads they matched', async () => {
    await opened([ruleOf(1, { content, matched30: 1240 })]);
    expect(
      screen.getByText(
        'Leads who sent “First-visit request”: tag first-visit, assign to Front desk.',
      ),
    ).toBeTruthy();
    expect(screen.getByText('matched 1,240 of 1,304 leads in the last 30 days')).toBeTruthy();
  });

  it('names the leads that none of them matched, and the pages they came from', async () => {
    await opened([ruleOf(1)]);
    const beside = screen.getByRole('complementary', { name: 'Leads without a rule' });
    expect(beside.textContent).toContain(
      'No rule matched 64 of the 1,304 leads of the last 30 days, so nobody was assigned',
    );
    expect(beside.textContent).toContain('60Whitening in Winter');
  });

  it.each([
    [{ ...content, conditions: noConditions }, 'No conditions yet, so it matches nobody.'],
    [{ ...content, actions: [] }, /: nothing is done yet\.$/],
    [
      {
        ...content,
        conditions: {
          match: 'any' as const,
          terms: [
            { about: 'source' as const, is: 'Search ads' },
            { about: 'form' as const, is: idOf<FormId>(99) },
          ],
        },
      },
      /^Leads from Search ads or who sent “something that is gone”: /,
    ],
  ])('say what they lack (%#)', async (odd, words) => {
    await opened([ruleOf(1, { content: odd })]);
    expect(screen.getByText(words)).toBeTruthy();
  });

  it('are put in order', async () => {
    const server = await opened([ruleOf(1), ruleOf(2), ruleOf(3)]);
    server.on(api.orderRules, {});
    press('Move Rule 3 up');
    await waitFor(() =>
      expect(server.sent(api.orderRules)[0]?.body).toEqual({
        ids: [idOf(1), idOf(3), idOf(2)],
      }),
    );
  });

  it('go to the bin and come back by Undo', async () => {
    const server = await opened([ruleOf(1), ruleOf(2), ruleOf(3)]);
    withBin(server, { name: 'Rule 2' }).on(api.removeRule, inBin);
    press('Delete Rule 2');
    await screen.findByText('“Rule 2” is in the bin for 30 days.');
    expect(server.sent(api.removeRule)[0]?.params).toEqual({ ruleId: idOf(2) });
    press('Undo');
    await waitFor(() => expect(server.sent(api.restoreFromBin)).toHaveLength(1));
  });

  it('say why one could not be removed, and nothing else', async () => {
    const server = await opened([ruleOf(1)]);
    withBin(server).on(api.removeRule, () => refusal(404, 'It is gone already.'));
    press('Delete Rule 1');
    await screen.findByText('It is gone already.');
    expect(screen.queryByText(/in the bin/)).toBeNull();
  });
});

describe('a rule', () => {
  it('shows before it is switched on which leads it would have matched', async () => {
    await change(ruleOf(1, { on: false }), {
      pages: [{ page: 'First visit', funnel: 'Nervous patients', leads: 126, own: true }],
    });
    await screen.findByRole('heading', { name: 'In the last 30 days: 126 of 1,204 leads' });
    expect(screen.getByRole('button', { name: 'Apply and turn on' })).toBeTruthy();
  });

  it.each([
    [126, 'The rule names no campaign, so it matches leads from all of these.'],
    [4, '4 of them belong to other campaigns than the ones named.'],
  ])('warns when %i of the leads are of campaigns it does not name', async (others, words) => {
    await change(ruleOf(1), { others });
    expect(await screen.findByText(words)).toBeTruthy();
  });

  it('is kept with what was chosen', async () => {
    const server = await change(ruleOf(1, { content }));
    press('who sent “First-visit request”');
    pick('Form', idOf(11));
    fireEvent.keyDown(screen.getByLabelText('Form'), { key: 'Escape' });
    addPart('search ads');
    pick('How the parts go together', 'any');
    pick('Action 1, which', 'whitening');
    press('Add an action');
    pick('Action 3', 'start');
    press('Remove action 2');
    press('Apply');
    await waitFor(() => expect(kept(server)).toBeTruthy());
    expect(kept(server)).toEqual({
      version: 1,
      on: true,
      content: {
        name: 'New patients',
        conditions: {
          match: 'any',
          terms: [
            { about: 'form', is: idOf(11) },
            { about: 'source', is: 'Search ads' },
          ],
        },
        actions: [
          { kind: 'tag', tag: 'whitening' },
          { kind: 'start', sequence: idOf(50) },
        ],
      },
    });
  });

  it('opens with what was changed before and not applied, and lets go of it', async () => {
    const draft = { version: 1, content: { ...content, name: 'Newer patients' } };
    const server = await change(ruleOf(1, { content, draft }));
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Newer patients');
    expect(screen.getByText('Draft saved, not in effect yet')).toBeTruthy();
    press('Discard changes');
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('New patients'),
    );
    expect(server.sent(api.discardRuleDraft)).toHaveLength(1);
  });

  it('tells nobody before it is said whom', async () => {
    await change(ruleOf(1, { content }));
    pick('Action 1', 'notify');
    expect(screen.getByRole('alert')).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Apply' }).disabled).toBe(true);
    pick('Action 1, which', 'desk@quayside-dental.test');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('says why it was refused, and what was chosen stays', async () => {
    const server = await change(ruleOf(1, { content }));
    server.on(api.saveRule, () => refusal(400, 'That sequence is gone.'));
    pick('Action 1, which', 'whitening');
    press('Apply');
    await screen.findByText('That sequence is gone.');
    expect(screen.getByLabelText<HTMLInputElement>('Action 1, which').value).toBe('whitening');
  });
});
