import { unreachable } from '../basics/index.ts';
import type { FieldProblem } from './read-answers.ts';

/** The sentence a visitor reads beside the field. `label` is the question's own words. */
export function fieldWords(problem: FieldProblem, label: string): string {
  switch (problem.code) {
    case 'missing':
      return `Please fill in “${label}”.`;
    case 'too-long':
      return `This is ${problem.length} characters long; please keep it to ${problem.most}.`;
    case 'not-an-email':
      return 'This does not look like an email address. It should read like name@example.com.';
    case 'not-a-phone':
      return 'This does not look like a phone number. Digits, spaces and a leading + are fine.';
    case 'not-a-number':
      return 'Please give a number, in digits.';
    case 'not-a-date':
      return 'Please give a date as year-month-day, such as 2026-11-05.';
    case 'not-offered':
      return 'Please choose one of the answers offered.';
    case 'unknown-field':
      return `This form has no question called “${problem.field}”. Please send it again from the page itself.`;
    case 'no-slot':
      return 'Please choose a time.';
    case 'slot-taken':
      return 'That time has just been taken. These are the nearest free ones; everything else you typed is still here.';
    default:
      return unreachable(problem);
  }
}
