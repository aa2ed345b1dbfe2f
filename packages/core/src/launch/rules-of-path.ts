import { type RichText, type Run } from '../basics/index.ts';
import { aftersOf, mayLeadOn, type AfterForm } from '../forms/index.ts';
import {
  blocksOf,
  formIdOf,
  formsOn,
  sectionStarts,
  strayBlocks,
  type Block,
  type ButtonAction,
  type PageDocument,
} from '../page/index.ts';
import { found, type Finding } from './finding.ts';
import type { LaunchInput } from './launch-input.ts';
import { isCarried } from '../tags/index.ts';

/** Where the page leads, and what its buttons and links do. */
export function pathFindings(input: LaunchInput): Finding[] {
  return [
    ...waysOnward(input),
    ...blocksOf(input.draft.page).flatMap((block) => linksOf(block, input)),
    ...sectionFindings(input.draft.page),
    ...strayBlocks(input.draft.page).map((block) => found('stray-navigation', block.id)),
    ...(isUncounted(input) ? [found('nothing-counts', { at: 'tags' })] : []),
    ...(input.addressTakenBy
      ? [found('address-taken', { at: 'page' }, { by: input.addressTakenBy })]
      : []),
  ];
}

/** Ads are paid for, and no code tells their platform who came to the page: neither a tag nor HTML of the page's own. */
const isUncounted = ({ draft: { page }, around: { ads, tags }, here }: LaunchInput): boolean =>
  ads && !page.head && !page.body && !tags.some((place) => isCarried(place, here));

/** Sections that show nothing of their own, and those that no button or link on the page shows. */
function sectionFindings(page: PageDocument): Finding[] {
  const starts = new Map([...sectionStarts(page)].map(([band, { id }]) => [id, band]));
  return page.sections.flatMap(({ id, name }, index) => {
    const start = starts.get(id);
    if (!start) return [found('section-empty', { at: 'page' }, { name: name || id })];
    const isShown = index === 0 || blocksOf(page).some((block) => leadsTo(block, id));
    return isShown ? [] : [found('section-unreached', start, { name: name || id })];
  });
}

function leadsTo(block: Block, section: string): boolean {
  if ('action' in block && block.action?.kind === 'section')
    return block.action.section === section;
  if (block.kind !== 'text') return false;
  return runsIn(block.text).some(({ href }) => href === `#${section}`);
}

const runsIn = (text: RichText): Run[] =>
  text.flatMap((part) => (part.kind === 'paragraph' ? part.runs : part.items.flat()));

function waysOnward({ draft, next, isLast }: LaunchInput): Finding[] {
  const blocks = blocksOf(draft.page);
  const forms = formsOn(draft.page).flatMap((id) => draft.forms[id] ?? []);
  const leadsOn =
    forms.some((form) => aftersOf(form).some(({ kind }) => kind !== 'message')) ||
    blocks.some(
      (block) =>
        block.kind === 'button' && ['next-step', 'page', 'address'].includes(block.action.kind),
    );
  if (next && !isLast && !leadsOn) return [found('no-way-onward', { at: 'path' })];
  if (next) return [];
  const asking = blocks.find((block) => {
    const id = formIdOf(block);
    const form = id === null ? undefined : draft.forms[id];
    return form !== undefined && mayLeadOn(form);
  });
  return asking ? [found('no-thank-you', asking.id)] : [];
}

function linksOf(block: Block, input: LaunchInput): Finding[] {
  switch (block.kind) {
    case 'button': {
      const lack = lackOf(block.action, input);
      if (!lack) return [];
      const isFacts = ['call', 'text', 'email'].includes(block.action.kind);
      return [
        found('button-nowhere', isFacts ? { at: 'facts' } : block.id, {
          words: shown(block.label),
          lack,
        }),
      ];
    }
    case 'navigation':
      return block.items
        .filter(({ page }) => !isLive(page, input))
        .map(({ label }) => found('link-nowhere', block.id, { words: label }));
    case 'legal-footer':
      return isEmptyAddress(block.privacyHref)
        ? [found('link-nowhere', block.id, { words: 'the privacy link' })]
        : [];
    case 'form':
    case 'booking': {
      const form = input.draft.forms[block.formId];
      const lost = form && aftersOf(form).some((after) => leadsNowhere(after, input));
      return lost ? [found('link-nowhere', block.id, { words: form.name })] : [];
    }
    case 'text':
      return runsIn(block.text)
        .filter(({ href }) => isEmptyAddress(href) || isLostPlace(href, input))
        .map(({ text }) => found('link-nowhere', block.id, { words: text }));
    default:
      return [];
  }
}

/** A form that leads to a page that nobody can see, or to an address that is still to be written. */
const leadsNowhere = (after: AfterForm, input: LaunchInput): boolean =>
  (after.kind === 'page' && !isLive(after.page, input)) ||
  (after.kind === 'address' && isEmptyAddress(after.href));

/** A label as the list names it: a merge field in it would be read as a fault of the list. */
const shown = (label: string) => label.replace(/\{\{.*?\}\}/g, '…').trim();

/** What a button would need in order to lead somewhere; null when it does. */
function lackOf(action: ButtonAction, { draft, client, next, around }: LaunchInput): string | null {
  const { page } = draft;
  switch (action.kind) {
    case 'next-step':
      return next ? null : 'a next step';
    case 'scroll':
      return page.bands.some(({ id }) => id === action.band) ? null : 'the band it scrolled to';
    case 'popup':
      return page.popups.some(({ id }) => id === action.popup) ? null : 'the popup it opened';
    case 'section':
      return page.sections.some(({ id }) => id === action.section) ? null : 'the section it showed';
    case 'page':
      return around.pages.some(({ id }) => id === action.page) ? null : 'the page it led to';
    case 'download':
      return around.files.includes(action.file) ? null : 'the file it gave';
    case 'address':
      return isEmptyAddress(action.href) ? 'an address' : null;
    case 'call':
    case 'text':
      return client.facts.phone ? null : 'a phone number on the fact sheet';
    case 'email':
      return client.facts.email ? null : 'an email address on the fact sheet';
  }
}

const isLive = (page: string, { around }: LaunchInput) =>
  around.pages.some(({ id, live }) => id === page && live);

/** An address that was begun and never given. */
const isEmptyAddress = (href: string) => /^(?:#|https?:\/\/|mailto:|tel:)$/i.test(href);

const isLostPlace = (href: string, { draft }: LaunchInput) =>
  /^#./.test(href) &&
  ![...draft.page.bands, ...draft.page.sections].some(({ id }) => `#${id}` === href);
