import {
  addressFieldsOf,
  filledByAddress,
  maskOf,
  newQuestion,
  shortForm,
  withKnown,
} from './index.ts';
import type { FormDefinition, KnownPerson, Question } from './index.ts';

const form: FormDefinition = {
  ...shortForm('Ask', ['a', 'b', 'c']),
  questions: [
    newQuestion('full-name', 'a', { key: 'name' }),
    newQuestion('email', 'b', { key: 'email', fromAddress: 'email' }),
    newQuestion('choice', 'c', { key: 'need', fromAddress: 'need', options: ['Roof', 'Walls'] }),
    newQuestion('consent', 'd', { key: 'texts', fromAddress: 'texts' }),
    newQuestion('short-text', 'e', { key: 'roof', field: 'roof_age' }),
    newQuestion('choice', 'f', { key: 'when', field: 'when' }),
  ],
};
const ana: KnownPerson = {
  firstName: 'Ana',
  lastName: 'Okafor',
  email: 'rosemary@example.com',
  phone: '(207) 555-0117',
  fields: { roof_age: '12 years', when: 'Now' },
};

describe('filled by the address', () => {
  it('takes what the questions allow, and nobody agrees by a link', () => {
    const query = new URLSearchParams('email=%20ana%40example.com&need=Roof&texts=yes&name=Ana');
    expect(filledByAddress(form, query)).toEqual({ email: 'ana@example.com', need: 'Roof' });
    expect(addressFieldsOf([form])).toEqual(['email', 'need']);
  });

  it('takes no more than the question has room for, and nothing that can’t be stored', () => {
    const query = new URLSearchParams({ email: `\0${'x'.repeat(9000)}` });
    expect(filledByAddress(form, query).email).toBe('x'.repeat(254));
  });
});

describe('what is known of somebody with a personal link', () => {
  it.each<[Question['kind'], string]>([
    ['full-name', 'Ana O•••'],
    ['first-name', 'Ana'],
    ['last-name', 'O•••'],
    ['email', 'r•••@example.com'],
    ['phone', '••• 17'],
  ])('shows of a %s only %j', (kind, masked) => {
    expect(maskOf(newQuestion(kind, 'x', { key: 'x' }), ana)).toBe(masked);
  });

  it('hides all of a written answer, and shows nothing of a choice or of what is not known', () => {
    const [, , , , roof, when] = form.questions;
    expect(maskOf(roof!, ana)).toBe('•••');
    expect(maskOf(when!, ana)).toBe('');
    expect(maskOf(newQuestion('email', 'x', {}), { ...ana, email: '' })).toBe('');
  });

  it('fills what was left empty, and says what nobody typed', () => {
    const { typed, byReference } = withKnown(
      form,
      { name: 'Ana O.', email: ' ', need: 'Roof' },
      ana,
    );
    expect(typed).toEqual({
      name: 'Ana O.',
      email: 'rosemary@example.com',
      need: 'Roof',
      roof: '12 years',
    });
    expect([...byReference]).toEqual(['email', 'roof']);
  });
});
