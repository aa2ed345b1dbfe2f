import { truncate } from '../basics/index.ts';
import { clientFields } from '../clients/index.ts';
import {
  mergeFieldsOf,
  mergeFieldUses,
  mergeProblem,
  type MergeField,
  unknownMergeFields,
} from '../messages/index.ts';
import { found, type Finding } from './finding.ts';
import type { PageDocument } from '../page/index.ts';
import type { LaunchInput } from './launch-input.ts';

const onPages = new Set(['booking.when', 'booking.where']);
/** What only people who are signed up may read. */
const notOnPages = new Set(['event.link', 'event.recording']);

const fixed: readonly MergeField[] = mergeFieldsOf(['person', 'booking', 'client']).filter(
  ({ field, group }) => group !== 'booking' || onPages.has(field),
);

/**
 * What the words of a page may name: of its event what anybody may know, of a booking only what is shown to the person who just made it, of vouchers the codes
 * of whoever comes by a link of their own.
 */
export const pageMergeFields = (
  { vouchers }: Pick<LaunchInput['around'], 'vouchers'>,
  { event, listing }: Pick<PageDocument, 'event' | 'listing'>,
): MergeField[] => [
  ...fixed,
  ...(event ? mergeFieldsOf(['event']).filter(({ field }) => !notOnPages.has(field)) : []),
  ...(listing ? mergeFieldsOf(['listing']) : []),
  ...mergeFieldsOf(['vouchers'], [], [], [], vouchers),
];

/** What is wrong with the merge fields of some words that stand in a part. */
export function mergeFindings(words: string, part: string, input: LaunchInput): Finding[] {
  if (!words.includes('{')) return [];
  if (mergeProblem(words)) return [found('unreadable-field', part, { words: truncate(words, 60) })];
  const { name, facts } = input.client;
  const client = clientFields(name, facts);
  const empty = mergeFieldUses(words).filter(
    ({ field, fallsBack }) => !fallsBack && isEmpty(field, client),
  );
  return [
    ...empty.map(({ field }) => found('empty-field', { at: 'facts' }, { field })),
    ...unknownMergeFields(words, pageMergeFields(input.around, input.draft.page)).map((field) =>
      found('unknown-field', part, { field }),
    ),
  ];
}

/** Whether a field is one of the client's and has nothing in it. */
function isEmpty(field: string, client: Record<string, string>): boolean {
  const [of, key = ''] = field.split('.');
  return of === 'client' && Object.hasOwn(client, key) && !client[key];
}
