import { z } from 'zod';

/** What of a call a column of a file may hold. */
export const callTargets = {
  skip: 'Leave it out',
  caller: 'Caller’s number',
  called: 'Number that was called',
  when: 'Date, or date and time',
  time: 'Time of day',
  name: 'Caller’s name',
  email: 'Caller’s email',
  length: 'Length of the call',
  answered: 'Answered or missed',
  source: 'Source',
  note: 'Note',
} as const;
export const CallTarget = z.enum(Object.keys(callTargets) as [CallTarget, ...CallTarget[]]);
export type CallTarget = keyof typeof callTargets;

/** Headings as lists of calls of all kinds write them, in lower case. Common practice, no source. */
const headings: [CallTarget, RegExp][] = [
  ['called', /^(called|dialed|to|destination|tracking)( ?(number|phone( number)?))?$/],
  ['called', /^(number|line) (called|dialed)$|^callee$/],
  ['caller', /^((caller|calling|from|customer|contact)( ?(id|number|phone( number)?))?)$/],
  ['caller', /^(phone|mobile|telephone)( ?number)?$/],
  ['name', /^((caller|customer|contact) ?)?name$/],
  ['email', /^e-?mail( ?address)?$/],
  [
    'when',
    /^((call|start) ?)?(date|started( at)?|start|when|datetime|timestamp|date ?(and|\/|&) ?time)$/,
  ],
  ['time', /^((call|start) ?)?time( of day)?$/],
  ['length', /^((call|talk) ?)?(duration|length|seconds|talk time)( ?\(?(s|sec|seconds|min)\)?)?$/],
  ['answered', /^(answered|status|outcome|result|disposition|call status)$/],
  ['source', /^((lead|marketing) ?)?(source|channel|campaign)$/],
  ['note', /^(notes?|comments?|summary)$/],
];

/** What the columns of a list of calls are likely to hold, by their headings; each once. */
export function guessCallTargets(header: readonly string[]): CallTarget[] {
  const taken = new Set<CallTarget>();
  return header.map((heading) => {
    const plain = heading
      .trim()
      .toLowerCase()
      .replace(/[_\s]+/g, ' ');
    const found = headings.find(
      ([target, expression]) => !taken.has(target) && expression.test(plain),
    )?.[0];
    if (!found) return 'skip';
    taken.add(found);
    return found;
  });
}
