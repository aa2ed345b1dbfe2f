import { turnMarked } from '../basics/index.ts';
import { schemaOf } from './parts.ts';
import { idsWithin, kindRules, type NodeKind, type TreeNode } from './tree.ts';

/**
 * Copies a part with everything in it under new ids. References inside the part that point at a copied part,
 * such as a button that scrolls to its own band, follow it.
 */
export function copyNode(kind: NodeKind, node: TreeNode, newId: () => string): TreeNode {
  const fresh = new Map(idsWithin(kind, node).map((id) => [id, newId()]));
  const copy = rename(kind, node, fresh);
  const schema = schemaOf(copy);
  if (!schema) return copy;
  return turnMarked(schema, copy, ({ isPart }, value) =>
    isPart ? (fresh.get(value as string) ?? value) : value,
  ) as TreeNode;
}

function rename(kind: NodeKind, node: TreeNode, fresh: Map<string, string>): TreeNode {
  const { childrenIn, child } = kindRules[kind];
  const copy: TreeNode = { ...node, id: fresh.get(node.id)! };
  if (kind === 'question')
    copy.key = `${String(node.key).slice(0, 28)}_${copy.id.slice(0, 8)}`.replaceAll('-', '_');
  if (childrenIn && child) {
    copy[childrenIn] = (node[childrenIn] as TreeNode[]).map((inner) => rename(child, inner, fresh));
  }
  return copy;
}
