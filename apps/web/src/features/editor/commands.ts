import { slugFrom } from '@plumgate/core/basics';
import type { FormId } from '@plumgate/core/basics';
import { newQuestion, type FormDefinition, type QuestionKind } from '@plumgate/core/forms';
import {
  copyNode,
  inReadingOrder,
  locate,
  moveTo,
  naturalPlace,
  newBand,
  newBlock,
  newColumn,
  pageNode,
  type Band,
  type BlockKindName,
  type BlockOf,
  type Draft,
  type DropPlace,
  type Edit,
  type NodeKind,
  type TreeNode,
} from '@plumgate/core/page';
import { newId } from '../pages/make-ids.ts';

/** What the editor's buttons and keys mean, as edits. Each takes the draft and gives a list, empty when it can't be done. */

/** A block after the selected one, at the end of the selected column or band, or in a band of its own above the footer. */
export function addBlock<Kind extends BlockKindName>(
  draft: Draft,
  selected: string,
  kind: Kind,
  settings: Partial<BlockOf<Kind>> = {},
  place: DropPlace | null = placeAfter(draft, selected),
): { edits: Edit[]; id: string } {
  const id = newId();
  const node = newBlock(kind, id, settings) as unknown as TreeNode;
  if (place) return { id, edits: [{ do: 'insert', ...place, node }] };
  const band = emptyBand();
  return {
    id,
    edits: [
      { do: 'insert', ...placeOfBand(draft, selected, band), node: band as unknown as TreeNode },
      { do: 'insert', parent: band.columns[0]!.id, index: 0, node },
    ],
  };
}

/** Where a new block goes: after the selected one, or at the end of the selected column or band; null on the page itself. */
export function placeAfter(draft: Draft, selected: string): DropPlace | null {
  const found = locate(draft, selected);
  switch (found?.kind) {
    case 'block':
      return { parent: found.parent!, index: found.index + 1 };
    case 'column':
      return { parent: found.id, index: (found.node.blocks as unknown[]).length };
    case 'band': {
      const column = (found.node as unknown as Band).columns[0]!;
      return { parent: column.id, index: column.blocks.length };
    }
    default:
      return null;
  }
}

const emptyBand = (): Band => newBand(newId(), [newColumn(newId())], { name: 'New band' });

/**
 * A band, empty unless one is given, where bands of its kind go: most of them below the one in which the selection is. It
 * joins the section of the band above it.
 */
export function addBand(
  draft: Draft,
  selected: string,
  band: Band = emptyBand(),
  place?: DropPlace,
): { edits: Edit[]; id: string } {
  const at = place ?? placeOfBand(draft, selected, band);
  const { sections, bands } = draft.page;
  const above =
    at.parent === pageNode ? bands.slice(0, at.index).findLast((one) => !one.popup) : undefined;
  const joining = sections.length > 0 && above ? { ...band, section: above.section } : band;
  return { id: band.id, edits: [{ do: 'insert', ...at, node: joining as unknown as TreeNode }] };
}

const placeOfBand = (draft: Draft, selected: string, band: Band): DropPlace => ({
  parent: pageNode,
  index: naturalPlace(draft.page, band, bandOf(draft, selected)?.index ?? null),
});

/** Below the band in which the selection is, else at the end. */
export const placeBelow = (draft: Draft, selected: string): DropPlace => ({
  parent: pageNode,
  index: (bandOf(draft, selected)?.index ?? draft.page.bands.length - 1) + 1,
});

/** The band that a part stands in, or is. */
export function bandOf(draft: Draft, id: string) {
  let found = locate(draft, id);
  while (found && found.kind !== 'band')
    found = found.parent ? locate(draft, found.parent) : undefined;
  return found;
}

/** Move up or down; a block at the edge of its column goes on into the next column or band. */
export function moveBy(draft: Draft, id: string, by: -1 | 1): Edit[] {
  const found = locate(draft, id);
  if (!found?.parent) return [];
  const place = locate(draft, found.parent)!;
  const siblings = place.node[
    place.kind === 'column'
      ? 'blocks'
      : place.kind === 'page'
        ? 'bands'
        : place.kind === 'band'
          ? 'columns'
          : 'questions'
  ] as unknown[];
  const index = found.index + by;
  if (index >= 0 && index < siblings.length)
    return [{ do: 'move', id, parent: found.parent, index }];
  if (found.kind !== 'block') return [];
  const columns = draft.page.bands.flatMap((band) => band.columns);
  const next = columns[columns.findIndex((column) => column.id === found.parent) + by];
  return next ? [{ do: 'move', id, parent: next.id, index: by > 0 ? 0 : next.blocks.length }] : [];
}

/** Copies of parts, right below the last of them. A linked band's copy is linked no more: a page shows one only once. */
export function duplicate(draft: Draft, ids: readonly string[]): { edits: Edit[]; ids: string[] } {
  const parts = inReadingOrder(draft, ids).map((id) => locate(draft, id)!);
  const last = parts.at(-1);
  if (!last?.parent) return { edits: [], ids: [] };
  return putIn({ parent: last.parent, index: last.index + 1 }, parts);
}

/** Copies of parts at a place, under new ids. */
export function putIn(
  { parent, index }: DropPlace,
  parts: readonly { kind: NodeKind; node: TreeNode }[],
): { edits: Edit[]; ids: string[] } {
  const nodes = parts.map(({ kind, node }) => {
    const copy = copyNode(kind, node, newId);
    return kind === 'band' ? { ...copy, linked: null } : copy;
  });
  return {
    ids: nodes.map(({ id }) => id),
    edits: nodes.map((node, offset) => ({ do: 'insert', parent, index: index + offset, node })),
  };
}

/** Removes parts, the last first, so that the places of the others stay as they are. */
export const removeAll = (draft: Draft, ids: readonly string[]): Edit[] =>
  inReadingOrder(draft, ids)
    .reverse()
    .map((id) => ({ do: 'remove', id }));

/** Several parts one place up or down together, as far as they have the same neighbours. */
export function moveAllBy(draft: Draft, ids: readonly string[], by: -1 | 1): Edit[] {
  const parts = inReadingOrder(draft, ids).map((id) => locate(draft, id)!);
  const edge = by < 0 ? parts[0] : parts.at(-1);
  if (!edge?.parent) return [];
  if (parts.length === 1) return moveBy(draft, edge.id, by);
  const index = by < 0 ? edge.index - 1 : edge.index + 2;
  return index < 0
    ? []
    : moveTo(
        draft,
        parts.map(({ id }) => id),
        { parent: edge.parent, index },
      );
}

/** Sets how many columns a band has: new ones are empty, the blocks of dropped ones join the last that stays. */
export function setColumns(draft: Draft, bandId: string, count: number): Edit[] {
  const band = draft.page.bands.find((one) => one.id === bandId);
  if (!band) return [];
  const added = Array.from(
    { length: Math.max(0, count - band.columns.length) },
    (_, index): Edit => ({
      do: 'insert',
      parent: bandId,
      index: band.columns.length + index,
      node: newColumn(newId()) as unknown as TreeNode,
    }),
  );
  const last = band.columns[count - 1];
  let end = last?.blocks.length ?? 0;
  const dropped = band.columns.slice(count).flatMap((column): Edit[] => [
    ...column.blocks.map((block): Edit => ({
      do: 'move',
      id: block.id,
      parent: last!.id,
      index: end++,
    })),
    { do: 'remove', id: column.id },
  ]);
  return [...added, ...dropped];
}

/** A question at the end of a form, with a key of its own made from its words. */
export function addQuestion(
  form: FormDefinition,
  formId: FormId,
  kind: QuestionKind,
): { edits: Edit[]; id: string } {
  const id = newId();
  const question = newQuestion(kind, id);
  const taken = new Set(form.questions.map((one) => one.key));
  const wanted = slugFrom(question.label)
    .replaceAll('-', '_')
    .replace(/^(?=\d)/, 'q_');
  const key = taken.has(wanted) ? question.key : wanted;
  return {
    id,
    edits: [
      {
        do: 'insert',
        parent: formId,
        index: form.questions.length,
        node: { ...question, key } as unknown as TreeNode,
      },
    ],
  };
}
