import { truncate, type Instant } from '../basics/index.ts';
import { Temporal } from 'temporal-polyfill';
import { isSpoken, languageName, spokenNames } from '../languages/index.ts';
import {
  blockKinds,
  blocksOf,
  nameOfBlock,
  type Block,
  type BlockKindName,
  type PageDocument,
  unwrittenIn,
  wordsInBlock,
} from '../page/index.ts';
import { reviewPrompt } from '../templates/prompts.ts';
import { found, type Finding } from './finding.ts';
import type { LaunchInput } from './launch-input.ts';
import { mergeFindings } from './merge-fields.ts';
import { pastDates } from './past-dates.ts';

/** What the page says: its title, its words, its dates, and the names it must not leave out. */
export function wordFindings(input: LaunchInput): Finding[] {
  const { page, forms } = input.draft;
  const blocks = blocksOf(page);
  const said = blocks.map((block) => ({ block, words: wordsInBlock(block) }));
  return [
    ...(blocks.length === 0 ? [found('empty-page', { at: 'page' })] : []),
    ...(page.title.trim() ? [] : [found('no-title', { at: 'page' })]),
    ...(page.description.trim() || page.hidden ? [] : [found('no-description', { at: 'page' })]),
    ...[page.title, page.description].flatMap((words) => mergeFindings(words, 'page', input)),
    ...said.flatMap(({ block, words }) => saidInBlock(block, words, input)),
    ...suggestedIn(page),
    ...Object.entries(forms).flatMap(([id, form]) =>
      [form.button, form.consent, ...form.questions.map(({ label }) => label)].flatMap((words) =>
        mergeFindings(words, blockOfForm(blocks, id), input),
      ),
    ),
    // Ads lead to landing pages that search engines may list: on others no town has to be named.
    ...(page.hidden || page.kind === 'site' ? [] : areas(said, input)),
    ...(isSpoken(page.language)
      ? []
      : [
          found(
            'own-words-english',
            { at: 'page' },
            { language: languageName(page.language), spoken: spokenNames },
          ),
        ]),
  ];
}

/** Each block with words that a template only suggested: nobody has said yet that they are true here. */
function suggestedIn(page: PageDocument): Finding[] {
  return blocksOf(page).flatMap((block) => {
    const [first] = unwrittenIn(page, block);
    // Of a review that asks for one, the other rule speaks.
    return first && !isAsItBegan(block)
      ? [found('suggested-words', block.id, { words: truncate(first, 60) })]
      : [];
  });
}

const blockOfForm = (blocks: Block[], form: string) =>
  blocks.find((block) => 'formId' in block && block.formId === form)?.id ?? 'page';

function saidInBlock(block: Block, words: string[], input: LaunchInput): Finding[] {
  const { client, now } = input;
  return [
    ...words.flatMap((one) => mergeFindings(one, block.id, input)),
    ...words
      .flatMap((one) => pastDates(one, now, client.facts.zone))
      .map((date) => found('date-past', block.id, { date })),
    ...countdown(block, input),
    ...home(block, input),
    ...(mayDial.has(block.kind) ? bareNumbers(block, words) : []),
    ...(isAsItBegan(block) ? [found('first-words', block.id, { part: nameOfBlock(block) })] : []),
  ];
}

/** What a home shows comes from its listing. */
const home = (block: Block, { draft: { page } }: LaunchInput): Finding[] =>
  block.kind === 'listing' && !page.listing ? [found('home-unset', block.id)] : [];

function countdown(block: Block, input: LaunchInput): Finding[] {
  if (block.kind !== 'countdown' || block.counts === 'visit') return [];
  const until = block.counts === 'event' ? startOfEvent(input) : momentOf(block.until, input);
  if (!until) return [found('countdown-unset', block.id)];
  return Temporal.Instant.compare(until, input.now) < 0 ? [found('countdown-over', block.id)] : [];
}

const momentOf = (until: string, { client }: LaunchInput): Instant | null =>
  until ? Temporal.PlainDateTime.from(until).toZonedDateTime(client.facts.zone).toInstant() : null;

function startOfEvent({ draft, around }: LaunchInput): Instant | null {
  const event = around.calendars.find(({ id }) => id === draft.page.event)?.event;
  return event ? Temporal.Instant.from(event.start) : null;
}

/** Words in which a number is only read; call buttons and bars dial it. */
const mayDial = new Set<BlockKindName>(['text', 'heading', 'cards', 'ticks', 'questions', 'offer']);

/** A North American number as it is written for people, or the client's own by its merge field. */
const aNumber = /(?:\+?1[ .-]?)?\(?\d{3}\)?[ .-]\d{3}[ .-]\d{4}|\{\{\s*client\.phone\b/;

function bareNumbers(block: Block, words: string[]): Finding[] {
  if (!words.some((one) => aNumber.test(one))) return [];
  const isLinked =
    block.kind === 'text' &&
    block.text
      .flatMap((part) => (part.kind === 'paragraph' ? part.runs : part.items.flat()))
      .every(({ text, href }) => !aNumber.test(text) || href.startsWith('tel:'));
  return isLinked ? [] : [found('number-not-tappable', block.id)];
}

/** Kinds that begin with words which tell the marketer what to write, and no visitor anything. */
const prompts = new Set<BlockKindName>([
  'heading',
  'text',
  'ticks',
  'cards',
  'figures',
  'price-list',
  'reviews',
  'team',
  'questions',
  'code',
]);

const starterWords = (block: Block) =>
  wordsInBlock({ ...block, ...(blockKinds[block.kind].starter as Partial<Block>) } as Block);

/** Reviews and people are true or they are nothing: one line of the first ones left is one too many. */
function isAsItBegan(block: Block): boolean {
  if (!prompts.has(block.kind)) return false;
  const now = wordsInBlock(block);
  const first = starterWords(block);
  if (block.kind === 'reviews' || block.kind === 'team')
    return now.some((one) => one === reviewPrompt || first.includes(one));
  return now.length > 0 && now.join('\n') === first.join('\n');
}

/** Somebody who came by an ad for a town looks for that town. */
function areas(said: { block: Block; words: string[] }[], { client }: LaunchInput): Finding[] {
  const { areas: served } = client.facts;
  if (served.length === 0 || said.some(({ block }) => block.kind === 'areas')) return [];
  const asks = said.some(({ block }) => block.kind === 'form');
  const text = said
    .flatMap(({ words }) => words)
    .join(' ')
    .toLowerCase();
  const isNamed =
    served.some((area) => text.includes(area.toLowerCase())) ||
    /\{\{\s*client\.areas/.test(text) ||
    (/\{\{\s*client\.town/.test(text) && served.includes(client.facts.town));
  return asks && !isNamed
    ? [found('areas-not-named', { at: 'page' }, { areas: served.slice(0, 3).join(', ') })]
    : [];
}
