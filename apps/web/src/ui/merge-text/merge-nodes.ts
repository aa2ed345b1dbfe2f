import { Node } from '@tiptap/core';

/** A merge field in text: one piece that shows what it stands for, and can be removed but not written in. */
export const mergeFieldNode = (show: (code: string) => string, className: string) =>
  Node.create({
    name: 'mergeField',
    group: 'inline',
    inline: true,
    atom: true,
    selectable: true,
    addAttributes: () => ({ code: { default: '' } }),
    parseHTML: () => [
      { tag: 'span[data-field]', getAttrs: (element) => ({ code: element.dataset.field }) },
    ],
    renderHTML: ({ node }) => {
      const code = String(node.attrs.code);
      return ['span', { 'data-field': code, class: className, title: code }, show(code) || code];
    },
  });

/** A document that is one line of words and nothing else; a line break is a piece of its own. */
export const oneLine = Node.create({ name: 'doc', topNode: true, content: 'inline*' });

/** Parts of Tiptap's starter kit that plain words have no use for. */
export const nothingElse = {
  blockquote: false,
  code: false,
  codeBlock: false,
  heading: false,
  horizontalRule: false,
  strike: false,
  underline: false,
  dropcursor: false,
  gapcursor: false,
} as const;
export const noLooks = {
  ...nothingElse,
  document: false,
  paragraph: false,
  bold: false,
  italic: false,
  link: false,
  bulletList: false,
  orderedList: false,
  listItem: false,
  listKeymap: false,
  trailingNode: false,
} as const;
