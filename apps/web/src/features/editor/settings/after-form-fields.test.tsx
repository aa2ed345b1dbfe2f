import { api } from '@plumgate/contract';
import { newQuestion, shortForm, type FormDefinition } from '@plumgate/core/forms';
import { emptyPage } from '@plumgate/core/page';
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { choiceOf, pageOf } from '../../../testing/samples.ts';
import { idOf, serverOf, show } from '../../../testing/show.tsx';
import { AfterFormFields } from './after-form-fields.tsx';

const leaks = newQuestion('choice', 'q1', {
  key: 'leaks',
  label: 'Does it leak?',
  options: ['Right now', 'Never'],
});

function opened(): () => FormDefinition {
  let now: FormDefinition = { ...shortForm('Ask', ['a', 'b', 'c']), questions: [leaks] };
  const page = pageOf({ page: emptyPage('Ask'), forms: {} });
  function Shown() {
    const [form, setForm] = useState(now);
    now = form;
    return (
      <AfterFormFields
        form={form}
        page={page}
        onChange={(changes) => setForm((before) => ({ ...before, ...changes }))}
      />
    );
  }
  show(<Shown />, serverOf().on(api.listPages, { pages: [choiceOf(5, { name: 'Call us' })] }));
  return () => now;
}
const choose = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

it('appends chosen answers to an address', () => {
  const form = opened();
  choose('After the form', 'address');
  fireEvent.click(screen.getByLabelText('Does it leak?'));
  expect(form().after).toEqual({
    kind: 'address',
    href: 'https://example.com',
    carries: ['leaks'],
  });
});

it('goes elsewhere by an answer, once the page is chosen', async () => {
  const form = opened();
  fireEvent.click(screen.getByRole('button', { name: 'Different by answer' }));
  expect(form().afterByAnswer).toMatchObject([
    {
      when: { terms: [{ question: 'leaks', test: { op: 'is', value: 'Right now' } }] },
      after: { kind: 'message' },
    },
  ]);
  choose('Then', 'page');
  // Nothing is changed before it is known which page.
  expect(form().afterByAnswer[0]!.after.kind).toBe('message');
  await screen.findByRole('option', { name: /Call us/ });
  choose('Page', idOf(5));
  expect(form().afterByAnswer[0]!.after).toEqual({ kind: 'page', page: idOf(5) });
  choose('Something else for some', '');
  expect(form().afterByAnswer).toEqual([]);
});
