import { blocksOf, formIdOf, textsIn } from '../page/index.ts';
import { found, type Finding } from './finding.ts';
import type { LaunchInput, OtherClient } from './launch-input.ts';

/** What is left of another client after copying: their name, phone, email or host, anywhere on the page or in its forms. */
export function otherClientFindings(input: LaunchInput): Finding[] {
  const { draft, around } = input;
  if (around.others.length === 0) return [];
  const { bands: _bands, ...page } = draft.page;
  const tracesAt = (text: string, part: string) =>
    tracesOf(text, input.client, around.others).map(({ client, trace }) =>
      trace === 'name'
        ? found('other-clients-name', part, { client })
        : found('other-clients-contact', part, { client, trace }),
    );
  return [
    ...tracesAt(textsIn(page).join('\n'), 'page'),
    ...blocksOf(draft.page).flatMap((block) => {
      const form = draft.forms[formIdOf(block)!];
      return tracesAt(textsIn([block, form]).join('\n'), block.id);
    }),
    ...around.copied.map(({ client, kind, name }) =>
      found(
        'other-client-in-messages',
        { at: kind === 'calendar' ? 'calendars' : 'path' },
        {
          client,
          name,
        },
      ),
    ),
  ];
}

export interface Trace {
  client: string;
  trace: 'name' | 'phone' | 'email' | 'host';
}

/** What of other clients stands in a text: each client once, by what tells them most surely. What is one's own is no trace. */
export function tracesOf(
  text: string,
  own: { name: string; facts: { phone: string; email: string } },
  others: readonly OtherClient[],
): Trace[] {
  const words = text.toLowerCase();
  const digits = text.replace(/\D+/g, '');
  const ownName = own.name.toLowerCase();
  return others.flatMap(({ name, phone, email, hosts }): Trace[] => {
    const isThere = (mark: string, ours: string) =>
      mark !== '' &&
      mark.toLowerCase() !== ours.toLowerCase() &&
      words.includes(mark.toLowerCase());
    const number = lastDigits(phone);
    if (isThere(email, own.facts.email)) return [{ client: name, trace: 'email' }];
    if (number && number !== lastDigits(own.facts.phone) && digits.includes(number))
      return [{ client: name, trace: 'phone' }];
    if (hosts.some((host) => isThere(host, ''))) return [{ client: name, trace: 'host' }];
    const isNamed = !ownName.includes(name.toLowerCase()) && namedIn(words, name.toLowerCase());
    return isNamed ? [{ client: name, trace: 'name' }] : [];
  });
}

/** The part of a number that is the same with and without its country's code. */
function lastDigits(phone: string): string {
  const digits = phone.replace(/\D+/g, '');
  return digits.length < 7 ? '' : digits.slice(-10);
}

/** Whether a name stands in words by itself: “Alder” is not in “Alderman”. */
function namedIn(words: string, name: string): boolean {
  for (let at = words.indexOf(name); at >= 0; at = words.indexOf(name, at + 1)) {
    const before = words[at - 1] ?? ' ';
    const after = words[at + name.length] ?? ' ';
    if (!/[\p{L}\p{N}]/u.test(before) && !/[\p{L}\p{N}]/u.test(after)) return true;
  }
  return false;
}
