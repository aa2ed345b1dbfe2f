import { api } from '@plumgate/contract';
import type { FieldId, FormId } from '@plumgate/core/basics';
import { newQuestion, shortForm, type Question } from '@plumgate/core/forms';
import { emptyPage, newBand, newBlock, type Draft } from '@plumgate/core/page';
import { fireEvent, screen, within } from '@testing-library/react';
import { pageOf } from '../../../testing/samples.ts';
import { idOf, serverOf, show } from '../../../testing/show.tsx';
import { createEditorStore, EditorProvider } from '../store.ts';
import { Questions } from './question-settings.tsx';

const formId = idOf<FormId>(70);
const leaks = newQuestion('choice', 'q1', {
  key: 'leaks',
  label: 'Does it leak?',
  options: ['Yes', 'No'],
});

const roofAge = {
  ...{ key: 'roof_age', name: 'Roof age', type: 'number' as const, options: [] },
  id: idOf<FieldId>(80),
  people: 3,
};
/** The client's fields: the form's `age` was settled to fill the first, whatever either is called now. */
const fields = [
  { ...roofAge, forms: [{ id: formId, name: 'Ask', named: 'age' }] },
  { ...roofAge, id: idOf<FieldId>(81), key: 'rooms', name: 'Rooms', forms: [] },
];

/** The questions of a form in the editor, the last of them open. */
function opened(...asked: Question[]) {
  const form = { ...shortForm('Ask', ['a', 'b', 'c']), questions: [leaks, ...asked] };
  const draft: Draft = {
    page: {
      ...emptyPage('Ask'),
      bands: [
        newBand('top', [{ id: 'column', share: 1, blocks: [newBlock('form', 'it', { formId })] }]),
      ],
    },
    forms: { [formId]: form },
  };
  const page = pageOf(draft);
  const store = createEditorStore(page);
  const Shown = () => <Questions form={store.getState().draft.forms[formId]!} formId={formId} />;
  const server = serverOf()
    .on(api.saveDraft, { version: 2, state: 'changed', keptAt: page.now })
    .on(api.listPictures, { pictures: [] })
    .on(api.listFields, { fields });
  show(
    <EditorProvider value={store}>
      <Shown />
    </EditorProvider>,
    server,
  );
  const last = asked.at(-1) ?? leaks;
  fireEvent.click(screen.getByRole('button', { name: new RegExp(`^${last.label}`) }));
  return () => store.getState().draft.forms[formId]!.questions.at(-1)!;
}
const choose = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

it('shows a question by an earlier answer', () => {
  const last = opened(newQuestion('short-text', 'q2', { label: 'Where?', key: 'where' }));
  choose('Show this question', 'all');
  expect(last().showIf).toEqual({
    match: 'all',
    terms: [{ question: 'leaks', test: { op: 'is', value: 'Yes' } }],
  });
});

it('has nothing to be shown by in the first question', () => {
  opened();
  expect(screen.queryByLabelText('Show this question')).toBeNull();
});

it.each([
  ['rating', 'is more than'],
  ['choices', 'is one of'],
  ['short-text', 'contains'],
  ['consent', 'is checked'],
  ['file', 'is answered'],
] as const)('compares an answer to a %s by what makes sense of it', (kind, label) => {
  opened(
    newQuestion(kind, 'q2', { label: 'Earlier', key: 'earlier' }),
    newQuestion('short-text', 'q3', {
      label: 'Later',
      key: 'later',
      showIf: { match: 'all', terms: [{ question: 'earlier', test: { op: 'is-answered' } }] },
    }),
  );
  const names = within(screen.getByLabelText('Comparison')).getAllByRole('option');
  expect(names.map(({ textContent }) => textContent)).toContain(label);
});

it('starts a part with a question, and shows the part by an answer', () => {
  const last = opened(newQuestion('email', 'q2', { label: 'Email', key: 'email' }));
  fireEvent.click(screen.getByLabelText(/^Starts a new part/));
  expect(last().startsPart).toEqual({ title: '', showIf: null });
});

it.each([
  ['rating', '0 to 10', { scale: { steps: '0-10', low: '', high: '' } }],
  ['choice', 'Buttons', { display: 'buttons' }],
  ['short-text', 'Half', { width: 'half' }],
] as const)('sets what a %s has: %s', (kind, label, changes) => {
  const last = opened(newQuestion(kind, 'q2', { label: 'Asked', key: 'asked' }));
  fireEvent.click(screen.getByLabelText(label));
  expect(last()).toMatchObject(changes);
});

it('says that a limit is a number, and keeps it once it is one', () => {
  const last = opened(newQuestion('number', 'q2', { label: 'Miles', key: 'miles' }));
  choose('Highest number', 'many');
  expect(screen.getByText('Give a number, or leave it empty.')).toBeTruthy();
  expect(last().limits.most).toBeNull();
  choose('Highest number', '150');
  expect(last().limits.most).toBe(150);
});

it('says where a hidden value comes from, and what a consent is for', () => {
  const hidden = opened(newQuestion('hidden', 'q2', { label: 'Campaign', key: 'campaign' }));
  choose('Where it comes from', 'visit');
  expect(hidden().fill).toEqual({ from: 'visit', what: 'source' });
  expect(screen.queryByLabelText('Placeholder')).toBeNull();
});

it.each([
  ['the one of its name', { key: 'q2', label: 'rooms' }, 'Rooms'],
  ['the one that publishing settled', { key: 'age', label: 'How old is it?' }, 'Roof age'],
  ['a new one', { key: 'q2', label: 'Chimneys' }, 'New field: Chimneys'],
  ['nothing', { key: 'q2', label: 'Chimneys', field: null }, 'Nothing: with the submission alone'],
])('says which field of the person an answer fills: %s', async (_what, settings, words) => {
  opened(newQuestion('number', 'q2', settings));
  const select = await screen.findByLabelText<HTMLSelectElement>('Kept on their record as');
  await within(select).findByRole('option', { name: 'Roof age' });
  expect(select.selectedOptions[0]!.textContent).toBe(words);
});

it('lets an answer fill another field, a new one, or none', async () => {
  const last = opened(newQuestion('number', 'q2', { key: 'q2', label: 'Chimneys' }));
  await screen.findByRole('option', { name: 'Rooms' });
  for (const [choice, field] of [
    ['to rooms', 'rooms'],
    ['none', null],
  ] as const) {
    choose('Kept on their record as', choice);
    expect(last().field).toBe(field);
  }
});

it.each(['email', 'consent', 'file'] as const)('a %s fills no field', (kind) => {
  opened(newQuestion(kind, 'q2', { label: 'It' }));
  expect(screen.queryByLabelText('Kept on their record as')).toBeNull();
});

it('says which files a question takes', () => {
  const last = opened(newQuestion('file', 'q2', { label: 'Photos' }));
  choose('Takes', 'pictures');
  expect(last().upload).toEqual({ takes: 'pictures', most: 3, megabytes: 10 });
});

it('lets links fill a question in by a name that fits an address', () => {
  const last = opened(newQuestion('email', 'q2', { key: 'email' }));
  fireEvent.change(screen.getByLabelText('Filled in from the page’s address by'), {
    target: { value: ' e mail? ' },
  });
  expect(last().fromAddress).toBe('email');
});

it('lets no link agree to anything', () => {
  opened(newQuestion('consent', 'q2', { key: 'texts' }));
  expect(screen.queryByLabelText('Filled in from the page’s address by')).toBeNull();
});
