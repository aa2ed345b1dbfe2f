import { ownValue } from '../basics/own-value.ts';
import type { AfterForm, FormDefinition } from './form.ts';
import { isMet } from './hidden-questions.ts';
import { valuesOf, type Answers } from './read-answers.ts';

type Afters = Pick<FormDefinition, 'after' | 'afterByAnswer'>;

/** Everything that may happen after a form, whatever is answered. */
export const aftersOf = ({ after, afterByAnswer }: Afters): AfterForm[] => [
  after,
  ...afterByAnswer.map((rule) => rule.after),
];

/** Whether a form may lead to the next step of its funnel. */
export const mayLeadOn = (form: Afters): boolean =>
  aftersOf(form).some(({ kind }) => kind === 'next-step');

/**
 * What happens after a form with these answers: the first rule that fits wins, and without one what is set for all. `rule`
 * is its place among the rules; null where none fits. Answers to hidden questions are not among `answers`.
 */
export function afterWith(
  { after, afterByAnswer }: Afters,
  answers: Answers,
): { after: AfterForm; rule: number | null } {
  const rule = afterByAnswer.findIndex(({ when }) => isMet(when, (key) => valuesIn(answers, key)));
  return rule < 0 ? { after, rule: null } : { after: afterByAnswer[rule]!.after, rule };
}

function valuesIn(answers: Answers, key: string): string[] {
  const answer = ownValue(answers, key);
  return answer === undefined ? [] : valuesOf(answer);
}

/** An address with answers appended as fields of its query, by the URL standard; what was not answered is left out. */
export function addressWith(
  { href, carries }: Extract<AfterForm, { kind: 'address' }>,
  answers: Answers,
): string {
  const given = carries.flatMap((key): [string, string][] => {
    const words = valuesIn(answers, key).join(', ');
    return words ? [[key, words]] : [];
  });
  if (given.length === 0) return href;
  const [rest = '', fragment] = href.split('#');
  const query = new URLSearchParams(given);
  const joined = `${rest}${rest.includes('?') ? '&' : '?'}${query}`;
  return fragment === undefined ? joined : `${joined}#${fragment}`;
}
