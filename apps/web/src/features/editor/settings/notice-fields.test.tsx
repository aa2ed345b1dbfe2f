import { shortForm, type FormDefinition } from '@plumgate/core/forms';
import { api, type EditorPage } from '@plumgate/contract';
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { quayside, serverOf, show } from '../../../testing/show.tsx';
import { NoticeFields } from './notice-fields.tsx';

const plain = shortForm('Ask', ['a', 'b', 'c']);
const page = {
  client: { id: quayside.id, facts: { country: 'US' } },
} as unknown as EditorPage;

/** The fields of a form, and what the form became. */
const opened = (given: Partial<FormDefinition> = {}) => {
  let form: FormDefinition = { ...plain, ...given };
  function Host() {
    const [current, setCurrent] = useState(form);
    form = current;
    return (
      <NoticeFields
        form={current}
        page={page}
        onChange={(changes) => setCurrent({ ...current, ...changes })}
      />
    );
  }
  const server = serverOf().on(api.listForms, { forms: [] }).on(api.listFields, { fields: [] });
  show(<Host />, server);
  return () => form;
};
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

it('takes addresses and numbers once each is whole', () => {
  const form = opened();
  type('Notify by email', 'a@example.com, b@');
  expect(screen.getByText('“b@” is not an email address yet')).toBeTruthy();
  expect(form().notify).toEqual([]);
  type('Notify by email', 'a@example.com, b@example.com');
  expect(form().notify).toEqual(['a@example.com', 'b@example.com']);
  type('Notify by text', '(207) 555-0190, 12');
  expect(screen.getByText('“12” is not a phone number yet')).toBeTruthy();
  type('Notify by text', '(207) 555-0190, 207-555-0191');
  expect(form().notice.texts).toEqual(['(207) 555-0190', '207-555-0191']);
});

it('sends copies and asks to confirm only where an email address is asked for', () => {
  const form = opened();
  fireEvent.click(screen.getByLabelText(/Send a copy/));
  fireEvent.click(screen.getByLabelText(/Ask to confirm/));
  expect([form().sendsCopy, form().confirms]).toEqual([true, true]);
});

it('offers neither without one', () => {
  opened({ questions: plain.questions.filter(({ kind }) => kind !== 'email') });
  expect(screen.queryByLabelText(/Send a copy/)).toBeNull();
});
