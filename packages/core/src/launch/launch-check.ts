import { blocksOf, wordsInBlock } from '../page/index.ts';
import type { Finding } from './finding.ts';
import type { LaunchInput } from './launch-input.ts';
import { readingOf, type Reading } from './reading.ts';
import { formFindings } from './rules-of-forms.ts';
import { lookFindings } from './rules-of-looks.ts';
import { otherClientFindings } from './rules-of-others.ts';
import { pathFindings } from './rules-of-path.ts';
import { wordFindings } from './rules-of-words.ts';

export interface LaunchCheck {
  /** What stops first, each thing once. */
  findings: Finding[];
  reading: Reading;
}

/**
 * What stands between a page and publishing, and what is worth a look before it. A pure function of what is known, quick
 * enough to be asked at every change.
 */
export function launchCheck(input: LaunchInput): LaunchCheck {
  const all = [
    ...pathFindings(input),
    ...formFindings(input),
    ...wordFindings(input),
    ...lookFindings(input),
    ...otherClientFindings(input),
  ];
  const once = new Map(all.map((finding) => [JSON.stringify(finding), finding]));
  const findings = [...once.values()];
  const stops = findings.filter(({ severity }) => severity === 'stops');
  const words = blocksOf(input.draft.page).flatMap(wordsInBlock);
  return {
    findings: [...stops, ...findings.filter(({ severity }) => severity !== 'stops')],
    reading: readingOfPage(words.map((one) => one.replace(/\{\{.*?\}\}/g, 'name'))),
  };
}

/** All words take time; how hard they are is asked of those in sentences, since a headline or a tick is none. */
function readingOfPage(words: string[]): Reading {
  const { ease, grade } = readingOf(words.filter((one) => /[.!?]/.test(one)).join('\n'));
  return { ...readingOf(words.join('\n')), ease, grade };
}
