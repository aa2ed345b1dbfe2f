import { mergeFieldsOf } from '@plumgate/core/messages';
import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { MergeTextField } from './merge-text-field.tsx';

const fields = mergeFieldsOf(['person', 'client']);

function Field({ start, rows = 1 }: { start: string; rows?: number }) {
  const [value, setValue] = useState(start);
  return (
    <>
      <MergeTextField
        label="Subject"
        rows={rows}
        fields={fields}
        value={value}
        onChange={setValue}
      />
      <output>{value}</output>
    </>
  );
}
const written = () => screen.getByRole('status').textContent;

it('shows a merge field as a chip with its fallback, and leaves other code as it is', () => {
  render(
    <Field start={'Hi {{ person.first_name | default: "there" }} {{ client.phone | upcase }}'} />,
  );
  expect(screen.getByLabelText('Subject').textContent).toBe(
    'Hi First name, or “there” {{ client.phone | upcase }}',
  );
});

it('inserts a field that is searched for', () => {
  render(<Field start="Call " />);
  fireEvent.click(screen.getByRole('button', { name: 'Insert merge field' }));
  fireEvent.change(screen.getByPlaceholderText('Search merge fields'), {
    target: { value: 'phone of' },
  });
  fireEvent.click(screen.getByRole('option', { name: 'Phone of the business' }));
  expect(written()).toContain('{{ client.phone }}');
});

it('says which field does not exist', () => {
  render(<Field start="Your {{ answers.garden }}" />);
  expect(
    screen.getByText(
      'There is no merge field “answers.garden”. Remove it, or insert one from the list.',
    ),
  ).toBeTruthy();
});

it('keeps lines apart where there are several', () => {
  render(<Field rows={4} start={'One\n\nTwo {{ client.name }}'} />);
  expect(screen.getByLabelText('Subject').querySelectorAll('br').length).toBeGreaterThanOrEqual(2);
  expect(written()).toBe('One\n\nTwo {{ client.name }}');
});
