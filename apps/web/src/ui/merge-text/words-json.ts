import type { RichText, Run } from '@plumgate/core/basics';
import type { JSONContent } from '@tiptap/core';
import { nodesOf, wordsOfNode } from './plain-nodes.ts';

/** Rich text as the text editor's document. */
export const docOf = (rich: RichText): JSONContent => ({
  type: 'doc',
  content: rich.map((part) =>
    part.kind === 'paragraph'
      ? paragraphOf(part.runs)
      : {
          type: part.kind === 'bullets' ? 'bulletList' : 'orderedList',
          content: part.items.map((runs) => ({ type: 'listItem', content: [paragraphOf(runs)] })),
        },
  ),
});

const paragraphOf = (runs: Run[]): JSONContent => ({
  type: 'paragraph',
  content: runs.flatMap((run) =>
    nodesOf(run.text, [
      ...(run.bold ? [{ type: 'bold' }] : []),
      ...(run.italic ? [{ type: 'italic' }] : []),
      ...(run.href ? [{ type: 'link', attrs: { href: run.href } }] : []),
    ]),
  ),
});

/** The text editor's document as rich text; a list within a list becomes items of the outer one. */
export function richOf(doc: JSONContent): RichText {
  const rich = (doc.content ?? []).flatMap((node): RichText => {
    if (node.type === 'paragraph') return [{ kind: 'paragraph', runs: runsOf(node.content) }];
    const items = itemsOf(node);
    if (items.length === 0) return [];
    return [{ kind: node.type === 'orderedList' ? 'numbers' : 'bullets', items }];
  });
  return rich.length > 0 ? rich : [{ kind: 'paragraph', runs: [] }];
}

const itemsOf = (list: JSONContent): Run[][] =>
  (list.content ?? []).flatMap((item) =>
    (item.content ?? []).flatMap((node) =>
      node.type === 'paragraph' ? [runsOf(node.content)] : itemsOf(node),
    ),
  );

/** Neighbours of one look become one run. */
function runsOf(nodes: JSONContent[] | undefined): Run[] {
  const runs: Run[] = [];
  for (const node of nodes ?? []) {
    const has = (type: string) => node.marks?.find((mark) => mark.type === type);
    const last = runs.at(-1);
    const isBreak = node.type === 'hardBreak';
    const run: Run = {
      text: wordsOfNode(node),
      bold: has('bold') !== undefined,
      italic: has('italic') !== undefined,
      href: String(has('link')?.attrs?.href ?? ''),
    };
    const isAlike =
      last && last.bold === run.bold && last.italic === run.italic && last.href === run.href;
    if (last && (isAlike || isBreak))
      runs[runs.length - 1] = { ...last, text: last.text + run.text };
    else runs.push(run);
  }
  return runs;
}
