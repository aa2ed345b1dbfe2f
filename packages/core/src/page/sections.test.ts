import {
  applyEdit,
  Draft,
  emptyPage,
  freeSectionId,
  newBand,
  newBlock,
  readPageDocument,
  relinkSection,
  removeSection,
  sectionOf,
  sectionStarts,
  type Edit,
} from './index.ts';

const band = (id: string, section: string, changes: Parameters<typeof newBand>[2] = {}) =>
  newBand(id, [{ id: `${id}-c`, blocks: [] }], { section, ...changes });
const button = newBlock('button', 'go', { action: { kind: 'section', section: 'feedback' } });
const draft: Draft = {
  page: {
    ...emptyPage('T'),
    sections: [
      { id: 'start', name: 'Start' },
      { id: 'feedback', name: 'Feedback' },
      { id: 'thanks', name: 'Thanks' },
    ],
    bands: [
      band('header', ''),
      newBand('ask', [{ id: 'ask-c', blocks: [button] }], { section: 'start' }),
      band('words', 'feedback'),
      band('more', 'feedback'),
      band('lost', 'gone'),
      band('inside', 'start', { popup: 'pop' }),
    ],
  },
  forms: {},
};
const after = (edits: Edit[]): Draft => {
  let now = draft;
  for (const edit of edits) {
    const done = applyEdit(now, edit);
    if (!done.ok) throw new Error(done.problem);
    now = done.value.draft;
  }
  return now;
};
const sectionsOfBands = ({ page }: Draft) =>
  page.bands.map(({ id, section }) => `${id}:${section}`);

it('a band belongs to its section; one of none, of a popup or of a section that is gone to no one', () => {
  expect(draft.page.bands.map((one) => sectionOf(draft.page, one)?.id ?? null)).toEqual([
    null,
    'start',
    'feedback',
    'feedback',
    null,
    null,
  ]);
});

it('a section begins at its first band; one without bands begins nowhere', () => {
  expect([...sectionStarts(draft.page)].map(([id, section]) => [id, section.id])).toEqual([
    ['ask', 'start'],
    ['words', 'feedback'],
  ]);
});

it('a new link makes bands and buttons follow', () => {
  const now = after(relinkSection(draft, 'feedback', 'your-words'));
  expect(now.page.sections[1]).toEqual({ id: 'your-words', name: 'Feedback' });
  expect(sectionsOfBands(now).slice(1, 4)).toEqual([
    'ask:start',
    'words:your-words',
    'more:your-words',
  ]);
  expect(now.page.bands[1]!.columns[0]!.blocks[0]).toMatchObject({
    action: { kind: 'section', section: 'your-words' },
  });
});

it.each([
  ['feedback', ['ask:start', 'words:start', 'more:start']],
  ['start', ['ask:feedback', 'words:feedback', 'more:feedback']],
])('without %s its bands join the section beside it', (id, bands) => {
  const now = after(removeSection(draft, id));
  expect(now.page.sections.map((section) => section.id)).not.toContain(id);
  expect(sectionsOfBands(now).slice(1, 4)).toEqual(bands);
});

it('a link is free when no part of the page has it', () => {
  expect(freeSectionId(draft, 'Über uns & mehr')).toBe('ueber-uns-mehr');
  expect(freeSectionId(draft, 'Feedback')).toBe('feedback-2');
  expect(freeSectionId(draft, 'Ask')).toBe('ask-2');
  expect(freeSectionId(draft, 'Page')).toBe('page-2');
});

it('no section has the id of another part', () => {
  const same = { ...draft, page: { ...draft.page, sections: [{ id: 'ask', name: '' }] } };
  expect(Draft.safeParse(same).error?.issues[0]?.message).toBe('Two parts share the id ask.');
});

it('a page of version 7 has no sections, and every band is shown', () => {
  const { sections: _sections, ...seventh } = { ...emptyPage('T'), version: 7 };
  const { section: _section, ...old } = band('b', '');
  const read = readPageDocument({ ...seventh, bands: [old] });
  expect(read).toMatchObject({
    ok: true,
    value: { version: 8, sections: [], bands: [{ section: '' }] },
  });
});
