import type { JSONContent } from '@tiptap/core';

/** Merge fields and line breaks, the two things in plain words that are not letters. */
const parts = /(\{\{.*?\}\}|\n)/;

/** Plain words as the inline nodes that the text editor works on: merge fields are one piece each. */
export function nodesOf(words: string, marks: JSONContent['marks'] = []): JSONContent[] {
  const marked = marks.length > 0 ? { marks } : {};
  return words
    .split(parts)
    .filter((part) => part !== '')
    .map((part) => {
      if (part === '\n') return { type: 'hardBreak' };
      if (part.startsWith('{{')) return { type: 'mergeField', attrs: { code: part }, ...marked };
      return { type: 'text', text: part, ...marked };
    });
}

/** The plain words of inline nodes. */
export const wordsIn = (nodes: JSONContent[] | undefined): string =>
  (nodes ?? []).map(wordsOfNode).join('');

export function wordsOfNode(node: JSONContent): string {
  if (node.type === 'hardBreak') return '\n';
  if (node.type === 'mergeField') return String(node.attrs?.code ?? '');
  return node.text ?? '';
}
