import type { Draft } from './draft.ts';
import { nameOfPart } from './places.ts';
import { childrenOf, locate, pageNode, type Located, type NodeKind } from './tree.ts';

/** One thing that differs between two drafts of a page. */
export type Change =
  | { what: 'added' | 'removed' | 'moved'; kind: NodeKind; id: string; name: string }
  | { what: 'changed'; kind: NodeKind; id: string; name: string; settings: SettingChange[] };

/** A setting with its words before and after; null where it is nothing that can be read in a line. */
export interface SettingChange {
  setting: string;
  before: string | null;
  after: string | null;
}

/**
 * What a reader of both drafts would have to be told, top to bottom as the newer one stands: parts that came, went,
 * moved or changed. What is inside of a part that came or went is not told again. The same drafts differ in nothing.
 */
export function changesBetween(before: Draft, after: Draft): Change[] {
  const [old, now] = [partsOf(before), partsOf(after)];
  const came = (id: string) => !old.has(id);
  const went = (id: string) => !now.has(id);
  const changes: Change[] = [];
  for (const [id, part] of now) {
    const told = { id, kind: part.kind, name: nameOfPart(after, id) };
    const earlier = old.get(id);
    if (!earlier) {
      if (part.parent === null || !came(part.parent)) changes.push({ what: 'added', ...told });
      continue;
    }
    if (hasMoved(earlier, part, old, now)) changes.push({ what: 'moved', ...told });
    const settings = settingChanges(earlier, part);
    if (settings.length > 0) changes.push({ what: 'changed', ...told, settings });
  }
  for (const [id, part] of old)
    if (went(id) && (part.parent === null || !went(part.parent)))
      changes.push({ what: 'removed', id, kind: part.kind, name: nameOfPart(before, id) });
  return changes;
}

/** Every part of a draft by its id, in reading order, the page first and its forms last. */
function partsOf(draft: Draft): Map<string, Located> {
  const parts = new Map<string, Located>();
  const add = (id: string) => {
    const part = locate(draft, id);
    if (!part) return;
    parts.set(id, part);
    for (const child of childrenOf(part)) add(child.id);
  };
  for (const root of [pageNode, ...Object.keys(draft.forms)]) add(root);
  return parts;
}

/** Whether a part stands in another place among those that were there before and still are. */
function hasMoved(
  earlier: Located,
  part: Located,
  old: Map<string, Located>,
  now: Map<string, Located>,
): boolean {
  if (earlier.parent !== part.parent) return true;
  if (part.parent === null) return false;
  const ids = (all: Map<string, Located>, other: Map<string, Located>) =>
    childrenOf(all.get(part.parent!)!)
      .map(({ id }) => id)
      .filter((id) => other.get(id)?.parent === part.parent);
  const [was, is] = [ids(old, now), ids(now, old)];
  // Of two that changed places, the one that now stands further up is said to have moved.
  return is.indexOf(part.id) < was.indexOf(part.id) && was.join() !== is.join();
}

const childSettings = new Set(['id', 'version', 'bands', 'columns', 'blocks', 'questions']);

function settingChanges(earlier: Located, part: Located): SettingChange[] {
  const names = new Set([...Object.keys(earlier.node), ...Object.keys(part.node)]);
  return [...names]
    .filter((name) => !childSettings.has(name))
    .filter(
      (name) =>
        JSON.stringify(sorted(earlier.node[name])) !== JSON.stringify(sorted(part.node[name])),
    )
    .map((setting) => ({
      setting,
      before: readable(earlier.node[setting]),
      after: readable(part.node[setting]),
    }));
}

/** Keys in one order: a store may give an object back with its keys in another. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sorted(inner)]),
  );
}

/** A setting as a line of words; null for what is more than that. */
function readable(value: unknown): string | null {
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
    return String(value);
  if (!Array.isArray(value)) return null;
  const words = value.flatMap((one: unknown) =>
    typeof one === 'string'
      ? [one]
      : isParagraph(one)
        ? [one.runs.map(({ text }) => text).join('')]
        : [],
  );
  return words.length === value.length ? words.join(' / ') : null;
}

const isParagraph = (one: unknown): one is { runs: { text: string }[] } =>
  typeof one === 'object' && one !== null && 'runs' in one;
