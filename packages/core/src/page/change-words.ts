import { truncate } from '../basics/index.ts';
import type { Change, SettingChange } from './changes.ts';

const kinds = {
  page: 'Page',
  band: 'Band',
  column: 'Column',
  block: '',
  form: 'Form',
  question: 'Question',
} as const;

/** Settings whose names in the document are not what they are called on screen. */
const called: Record<string, string> = {
  alt: 'picture description',
  besideBand: 'second button’s target',
  besideLabel: 'second button',
  formId: 'form',
  calendarId: 'calendar',
  required: 'required',
  after: 'after the form',
  tell: 'notify',
  hidden: 'hidden from search engines',
  ends: 'last day',
  share: 'picture where it is shared',
  icon: 'favicon',
  head: 'code in the head',
  body: 'code at the end of the body',
  shown: 'where it is shown',
  phone: 'layout on phones',
  until: 'end time',
};

const short = (words: string) => (words.length > 80 ? `${truncate(words, 79)}…` : words);

function settingWords({ setting, before, after }: SettingChange): string {
  const name =
    called[setting] ?? setting.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
  if (before === null || after === null) return name;
  if (before === '') return `${name}: “${short(after)}”`;
  if (after === '') return `${name}: now empty`;
  return `${name}: “${short(before)}” is now “${short(after)}”`;
}

/** A change in a sentence: `Heading “Come and talk” is new`. */
export function changeWords(change: Change): string {
  const of = `${kinds[change.kind]} “${short(change.name)}”`.trim();
  switch (change.what) {
    case 'added':
      return `${of} is new`;
    case 'removed':
      return `${of} is gone`;
    case 'moved':
      return `${of} moved`;
    case 'changed':
      return `${change.kind === 'page' ? 'Page settings' : of}: ${change.settings.map(settingWords).join('; ')}`;
  }
}
