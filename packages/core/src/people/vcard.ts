import { fullName } from './person-from-answers.ts';

/** A person as a contact card has them. */
export interface VcardPerson {
  id: string;
  firstName: string;
  lastName: string;
  email: string;
  phone: string;
  town: string;
  tags: readonly string[];
  /** What is known beyond that, a line each: `Roof age: 22`. */
  notes: readonly string[];
}

/**
 * A contact card, vCard 4.0 (RFC 6350): text values with their commas, semicolons, backslashes and line breaks escaped
 * (section 3.4), lines no longer than 75 octets (section 3.2), each ended by CRLF. A name is always there (section
 * 6.2.1): of somebody without one it is what else they are known by.
 */
export function vcardOf(person: VcardPerson): string {
  const { firstName, lastName, email, phone, town, tags, notes } = person;
  const lines = [
    'BEGIN:VCARD',
    'VERSION:4.0',
    `UID:urn:uuid:${person.id}`,
    `FN:${escaped(fullName(person) || email || phone || 'No name')}`,
    `N:${escaped(lastName)};${escaped(firstName)};;;`,
    ...(email ? [`EMAIL:${escaped(email)}`] : []),
    ...(phone ? [`TEL:${escaped(phone)}`] : []),
    ...(town ? [`ADR:;;;${escaped(town)};;;`] : []),
    ...(tags.length > 0 ? [`CATEGORIES:${tags.map(escaped).join(',')}`] : []),
    ...(notes.length > 0 ? [`NOTE:${escaped(notes.join('\n'))}`] : []),
    'END:VCARD',
  ];
  return lines.map((line) => `${folded(line)}\r\n`).join('');
}

const escaped = (text: string): string =>
  text
    .replace(/[\\,;]/g, (character) => `\\${character}`)
    .replace(/\r\n|\r|\n/g, '\\n')
    // No other control character may stand in a value (section 3.3).
    .replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '');

const mostOctets = 75;

/** A line over several, each after the first begun by a space; no character is cut. */
function folded(line: string): string {
  const parts: string[] = [];
  let part = '';
  let octets = 0;
  for (const character of line) {
    const size = new TextEncoder().encode(character).length;
    if (octets + size > mostOctets) {
      parts.push(part);
      [part, octets] = ['', 1];
    }
    part += character;
    octets += size;
  }
  return [...parts, part].join('\r\n ');
}
