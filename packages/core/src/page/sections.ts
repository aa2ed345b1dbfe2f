import { slugFrom } from '../basics/index.ts';
import {
  blocksOf,
  type Band,
  type Block,
  type PageDocument,
  type PageSection,
} from './document.ts';
import { allIds, type Draft } from './draft.ts';
import type { Edit } from './edit.ts';
import { pageNode } from './tree.ts';

/** The section that a band belongs to; null for one that every section shows, for one of a popup, and where it is gone. */
export const sectionOf = (page: PageDocument, band: Band): PageSection | null =>
  band.popup === '' ? (page.sections.find(({ id }) => id === band.section) ?? null) : null;

/** The bands that begin a section, each with it: what its link leads to. */
export function sectionStarts(page: PageDocument): Map<Band['id'], PageSection> {
  const starts = new Map<Band['id'], PageSection>();
  for (const section of page.sections) {
    const first = page.bands.find((band) => band.section === section.id && band.popup === '');
    if (first) starts.set(first.id, section);
  }
  return starts;
}

/** A link for a section that nothing on the page has yet, from its name: `feedback`, then `feedback-2`. */
export function freeSectionId(draft: Draft, name: string): string {
  const taken = new Set(allIds(draft));
  const base = slugFrom(name).slice(0, 36);
  for (let number = 1; ; number++) {
    const id = number === 1 ? base : `${base}-${number}`;
    if (!taken.has(id) && id !== 'page' && id !== 'constructor') return id;
  }
}

/** Gives a section another link; its bands and the buttons that lead to it follow. */
export function relinkSection({ page }: Draft, from: string, to: string): Edit[] {
  const sections = page.sections.map((section) =>
    section.id === from ? { ...section, id: to } : section,
  );
  return [
    { do: 'set', id: pageNode, changes: { sections } },
    ...page.bands
      .filter((band) => band.section === from)
      .map((band): Edit => ({ do: 'set', id: band.id, changes: { section: to } })),
    ...blocksLeadingTo(page, from).map(({ id }): Edit => ({
      do: 'set',
      id,
      changes: { action: { kind: 'section', section: to } },
    })),
  ];
}

/**
 * Takes a section away, and keeps its bands: they join the section before it, or the one after the first; of the last one
 * that there was, they are shown on the page as a whole.
 */
export function removeSection({ page }: Draft, id: string): Edit[] {
  const at = page.sections.findIndex((section) => section.id === id);
  const sections = page.sections.filter((section) => section.id !== id);
  const heir = sections[Math.max(0, at - 1)]?.id ?? '';
  return [
    ...page.bands
      .filter((band) => band.section === id)
      .map((band): Edit => ({ do: 'set', id: band.id, changes: { section: heir } })),
    { do: 'set', id: pageNode, changes: { sections } },
  ];
}

const blocksLeadingTo = (page: PageDocument, id: string): Block[] =>
  blocksOf(page).filter(
    (block) => 'action' in block && block.action?.kind === 'section' && block.action.section === id,
  );
