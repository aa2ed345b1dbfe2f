import type { CheerioAPI } from 'cheerio';
import { isTag, type Element } from 'domhandler';
import { truncate } from '../basics/index.ts';
import {
  plainEnding,
  mostQuestions,
  newQuestion,
  type FormDefinition,
  type Question,
  type QuestionKind,
} from '../forms/index.ts';
import type { NodeId } from '../basics/node-id.ts';
import { oneLine, unbraced } from './plain-words.ts';

/** A form as far as it could be read, and sentences on what could not. */
export interface ReadForm {
  definition: FormDefinition;
  notes: string[];
}

/**
 * A form of ours from the fields of one in HTML, in their order, with their labels, hints and choices; null where it asks
 * nothing that a form here can ask, such as a search box. Where it sent what was filled in is not taken over: submissions
 * come here.
 */
export function formFromHtml($: CheerioAPI, form: Element, newId: () => NodeId): ReadForm | null {
  const notes: string[] = [];
  const keys = new Set<string>();
  const questions: Question[] = [];
  for (const field of fieldsOf($, form)) {
    const read = questionOf($, field);
    if (typeof read === 'string') notes.push(read);
    else if (read)
      questions.push(newQuestion(read.kind, newId(), { ...read, key: freeKey(read.key, keys) }));
  }
  if (questions.length === 0) return null;
  if (questions.length > mostQuestions)
    notes.push(
      `The form has ${questions.length} questions; the first ${mostQuestions} were taken.`,
    );
  const action = form.attribs['action'] ?? '';
  if (/^https?:/i.test(action))
    notes.push(`The form no longer sends to ${new URL(action).host}: submissions come here.`);
  const button = $(form)
    .find('button:not([type="button"]):not([type="reset"]), input[type="submit"]')
    .first();
  const title = words($(form).find('legend, h1, h2, h3, h4').first().text());
  return {
    definition: {
      version: 5,
      name: truncate(title || 'Form', 120),
      questions: questions.slice(0, mostQuestions),
      beforeButton: [],
      button: truncate(words(button.text() || button.attr('value') || '') || 'Send', 80),
      consent: '',
      after: { kind: 'message', text: 'Thank you. We will be in touch.' },
      afterByAnswer: [],
      ...plainEnding,
    },
    notes,
  };
}

/** One field, or all those that share a name and are one question. */
interface Field {
  element: Element;
  name: string;
  type: string;
  group: Element[];
}

function fieldsOf($: CheerioAPI, form: Element): Field[] {
  const seen = new Map<string, Field>();
  const fields: Field[] = [];
  for (const element of $(form).find('input, select, textarea').toArray()) {
    const name = element.attribs['name'] ?? '';
    const type =
      element.name === 'input' ? (element.attribs['type'] ?? 'text').toLowerCase() : element.name;
    const groups = (type === 'radio' || type === 'checkbox') && name !== '';
    const known = groups ? seen.get(`${type} ${name}`) : undefined;
    if (known) {
      known.group.push(element);
      continue;
    }
    const field = { element, name, type, group: [element] };
    if (groups) seen.set(`${type} ${name}`, field);
    fields.push(field);
  }
  return fields;
}

const silent = new Set(['submit', 'button', 'reset', 'image', 'search']);
const byType: Record<string, QuestionKind> = {
  email: 'email',
  tel: 'phone',
  date: 'date',
  time: 'time',
  url: 'website',
  number: 'number',
  textarea: 'long-text',
};
const byName: readonly [RegExp, QuestionKind][] = [
  [/e-?mail/, 'email'],
  [/phone|mobile|\btel\b|telephone/, 'phone'],
  [/first.?name|given.?name|fname/, 'first-name'],
  [/last.?name|family.?name|surname|lname/, 'last-name'],
  [/street|address/, 'address'],
  [/(?:^|[^a-z])(?:full.?|your.?)?name$/, 'full-name'],
];

type Read = Partial<Question> & { kind: QuestionKind; key: string };

/** A question, a sentence on why a field is none, or nothing for one that asks nothing. */
function questionOf($: CheerioAPI, field: Field): Read | string | null {
  const { element, name, type, group } = field;
  const label = truncate(labelOf($, field), 200);
  if (silent.has(type)) return null;
  if (type === 'hidden')
    return `A hidden value of the form was left out: ${name || 'without a name'}.`;
  if (type === 'password')
    return `The field “${label || name || type}” was left out: a form here has no passwords.`;
  const base = {
    key: name || label || type,
    label: label || name || 'Question',
    required: group.some(
      ({ attribs }) => attribs['required'] !== undefined || attribs['aria-required'] === 'true',
    ),
    placeholder: truncate(words(element.attribs['placeholder'] ?? ''), 120),
  };
  if (type === 'radio' || type === 'select' || group.length > 1) {
    const options = optionsOf($, field);
    if (options.length === 0)
      return `The choice “${base.label}” was left out: it has nothing to choose.`;
    const isMany = type === 'checkbox' || element.attribs['multiple'] !== undefined;
    const display = type === 'radio' ? 'list' : 'dropdown';
    return { ...base, kind: isMany ? 'choices' : 'choice', options, display, placeholder: '' };
  }
  if (type === 'file') return { ...base, kind: 'file', placeholder: '' };
  if (type === 'checkbox') return { ...base, kind: 'checkbox', placeholder: '' };
  return { ...base, kind: byType[type] ?? kindByName(field, label) };
}

function kindByName({ name, element }: Field, label: string): QuestionKind {
  const hints = [
    name,
    element.attribs['autocomplete'] ?? '',
    element.attribs['id'] ?? '',
    label,
  ].map((hint) => hint.toLowerCase());
  for (const hint of hints)
    for (const [pattern, kind] of byName) if (pattern.test(hint)) return kind;
  return 'short-text';
}

function optionsOf($: CheerioAPI, { element, type, group }: Field): string[] {
  const texts =
    type === 'select'
      ? $(element)
          .find('option')
          .toArray()
          // The first of many is only a prompt.
          .filter(({ attribs }) => attribs['value'] !== '')
          .map((option) => $(option).text())
      : group.map((one) => ownLabel($, one) || one.attribs['value'] || '');
  const clean = texts.map((text) => truncate(words(text), 120)).filter(Boolean);
  return [...new Set(clean)].slice(0, 40);
}

/** What a field is called: of a group its legend, else its label, and where it has none its hint. */
function labelOf($: CheerioAPI, { element, group, type }: Field): string {
  const legend = words($(element).closest('fieldset').children('legend').text());
  if ((type === 'radio' || group.length > 1) && legend) return legend;
  return (
    ownLabel($, element) ||
    words(element.attribs['aria-label'] ?? '') ||
    words(element.attribs['placeholder'] ?? '')
  );
}

function ownLabel($: CheerioAPI, element: Element): string {
  const id = element.attribs['id'];
  const named = id
    ? $('label')
        .filter((_, label) => label.attribs['for'] === id)
        .first()
        .text()
    : '';
  const around = $(element).closest('label')[0];
  const within = around
    ? $(around).clone().find('select, textarea, button').remove().end().text()
    : '';
  const after =
    element.next && isTag(element.next) && element.next.name === 'span'
      ? $(element.next).text()
      : '';
  return words(named) || words(within) || words(after);
}

/** Words of a form, which are no merge fields of ours; the star of a required question is no part of them. */
const words = (text: string): string =>
  unbraced(oneLine(text))
    .replace(/\s*\*$/, '')
    .trim();

/** A key as answers have it, unlike those before it. */
function freeKey(name: string, taken: Set<string>): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\[\]$/, '')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 36);
  const base = plain || 'answer';
  let key = base;
  for (let number = 2; taken.has(key); number++) key = `${base}_${number}`;
  taken.add(key);
  return key;
}
