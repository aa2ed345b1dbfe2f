import { ownValue, truncate } from '../basics/index.ts';
import { clientFields } from '../clients/index.ts';
import { mergeFieldsIn, mergeProblem } from '../messages/index.ts';
import type { Question } from '../forms/index.ts';
import { found, type Finding } from './finding.ts';
import type { LaunchInput } from './launch-input.ts';

/** What a page may name of a visitor and of their booking; a form's own answers come besides. */
const known: Record<string, readonly string[]> = {
  person: ['first_name', 'last_name', 'name', 'email', 'phone'],
  booking: ['when', 'where', 'change_link'],
  event: ['name', 'when', 'day', 'time'],
};

/**
 * The fields that words name, each once: `{{ client.phone | default: "…" }}` gives `client.phone`, with whether it falls
 * back wherever it is shown. What a condition asks about is no gap when it is empty.
 */
export function fieldsIn(words: string): { field: string; fallsBack: boolean }[] {
  const shown = [...words.matchAll(/\{\{-?\s*([^|}]+?)\s*(\|[^}]*)?-?\}\}/g)]
    .filter(([, , filters]) => !/\|\s*default\b/.test(filters ?? ''))
    .map(([, field]) => field!.replace(/\s*\[\s*["']([^"']*)["']\s*\]/g, '.$1').replace(/^\./, ''));
  const fields = new Set(mergeFieldsIn(words).map((path) => path.join('.')));
  return [...fields].map((field) => ({ field, fallsBack: !shown.includes(field) }));
}

/** What is wrong with the merge fields of some words that stand in a part. */
export function mergeFindings(words: string, part: string, input: LaunchInput): Finding[] {
  if (!words.includes('{')) return [];
  if (mergeProblem(words)) return [found('unreadable-field', part, { words: truncate(words, 60) })];
  const { name, facts } = input.client;
  const client = clientFields(name, facts);
  const questions = Object.values(input.draft.forms).flatMap((form) => form.questions);
  return fieldsIn(words).flatMap(({ field, fallsBack }) => {
    const [of, key = ''] = field.split('.') as [string, string | undefined];
    if (of === 'client' && Object.hasOwn(client, key))
      return client[key] || fallsBack ? [] : [found('empty-field', { at: 'facts' }, { field })];
    return isKnown(of, key, questions) ? [] : [found('unknown-field', part, { field })];
  });
}

const isKnown = (of: string, key: string, questions: Question[]) =>
  of === 'answers'
    ? questions.some((question) => question.key === key)
    : (ownValue(known, of)?.includes(key) ?? false);
