import type { FormId } from '../basics/index.ts';
import { mostQuestions, Question } from '../forms/form.ts';
import { Band, Block, Column, limits, PageDocument } from './document.ts';
import type { Draft } from './draft.ts';

/**
 * A draft seen as one tree, so that an edit needs to know nothing about bands or questions:
 * page → bands → columns → blocks, and each form → its questions.
 */
export type NodeKind = 'page' | 'form' | 'band' | 'column' | 'block' | 'question';
export interface TreeNode {
  id: string;
  [setting: string]: unknown;
}
export interface Located {
  /** The part's id; `page` for the page, the form's id for a form. */
  id: string;
  kind: NodeKind;
  node: TreeNode;
  parent: string | null;
  index: number;
}

/** The page's own id in the tree; forms go by theirs. */
export const pageNode = 'page';

interface KindRules {
  /** The setting that holds the children, which a plain change of settings must not touch. */
  childrenIn: string | null;
  child: NodeKind | null;
  most: number;
  least: number;
}

export const kindRules: Record<NodeKind, KindRules> = {
  page: { childrenIn: 'bands', child: 'band', most: limits.bands, least: 0 },
  band: { childrenIn: 'columns', child: 'column', most: limits.columns, least: 1 },
  column: { childrenIn: 'blocks', child: 'block', most: limits.blocks, least: 0 },
  block: { childrenIn: null, child: null, most: 0, least: 0 },
  form: { childrenIn: 'questions', child: 'question', most: mostQuestions, least: 1 },
  question: { childrenIn: null, child: null, most: 0, least: 0 },
};

const schemas = {
  band: Band,
  column: Column,
  block: Block,
  question: Question,
  page: PageDocument,
};

/** Checks a part against its kind's schema, or a form's settings against the form's. */
export function isValidNode(kind: Exclude<NodeKind, 'form'>, node: unknown): boolean {
  return schemas[kind].safeParse(node).success;
}

const asNodes = (list: unknown): TreeNode[] => list as TreeNode[];

/** Finds a part by its id; undefined when the draft has none such. */
export function locate(draft: Draft, id: string): Located | undefined {
  if (id === pageNode)
    return { id, kind: 'page', node: asNode(draft.page), parent: null, index: 0 };
  const form = draft.forms[id as FormId];
  if (form) return { id, kind: 'form', node: asNode(form), parent: null, index: 0 };
  for (const found of walk(draft)) if (found.id === id) return found;
  return undefined;
}

function* walk(draft: Draft): Generator<Located> {
  yield* below('page', asNode(draft.page), pageNode);
  for (const [id, form] of Object.entries(draft.forms)) yield* below('form', asNode(form), id);
}

function* below(kind: NodeKind, node: TreeNode, id: string): Generator<Located> {
  const { childrenIn, child } = kindRules[kind];
  if (!childrenIn || !child) return;
  for (const [index, inner] of asNodes(node[childrenIn]).entries()) {
    yield { id: inner.id, kind: child, node: inner, parent: id, index };
    yield* below(child, inner, inner.id);
  }
}

/** The ids of a part and of everything in it. */
export function idsWithin(kind: NodeKind, node: TreeNode): string[] {
  return [node.id, ...[...below(kind, node, node.id)].map((found) => found.id)];
}

export function childrenOf(located: Located): TreeNode[] {
  const { childrenIn } = kindRules[located.kind];
  return childrenIn ? asNodes(located.node[childrenIn]) : [];
}

/** Replaces one part; everything beside the way to it keeps its identity, so views can tell what is unchanged. */
export function replaceNode(draft: Draft, id: string, change: (node: TreeNode) => TreeNode): Draft {
  if (id === pageNode) return { ...draft, page: change(asNode(draft.page)) as never };
  const form = draft.forms[id as FormId];
  if (form) return { ...draft, forms: { ...draft.forms, [id]: change(asNode(form)) } };
  const page = replaceBelow('page', asNode(draft.page), id, change);
  if (page !== asNode(draft.page)) return { ...draft, page: page as never };
  for (const [formId, inner] of Object.entries(draft.forms)) {
    const changed = replaceBelow('form', asNode(inner), id, change);
    if (changed !== asNode(inner)) {
      return { ...draft, forms: { ...draft.forms, [formId]: changed as never } };
    }
  }
  return draft;
}

function replaceBelow(
  kind: NodeKind,
  node: TreeNode,
  id: string,
  change: (node: TreeNode) => TreeNode,
): TreeNode {
  const { childrenIn, child } = kindRules[kind];
  if (!childrenIn || !child) return node;
  const before = asNodes(node[childrenIn]);
  let touched = false;
  const after = before.map((inner) => {
    const next = inner.id === id ? change(inner) : replaceBelow(child, inner, id, change);
    if (next !== inner) touched = true;
    return next;
  });
  return touched ? { ...node, [childrenIn]: after } : node;
}

const asNode = (part: unknown): TreeNode => part as TreeNode;
