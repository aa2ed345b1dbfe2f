import { Editor, Node, type JSONContent } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';
import StarterKit from '@tiptap/starter-kit';
import { toast } from 'sonner';
import type { OpenChip } from './fallback-editor.tsx';
import { cleanPaste } from './clean-paste.ts';
import { mergeFieldNode, noLooks, nothingElse, oneLine } from './merge-nodes.ts';
import { nodesOf } from './plain-nodes.ts';

/** The most that words on a page may have. */
const mostPasted = 6000;
/** How many characters of markup come with one of words at most: a word processor's some ten. */
const heaviestMarkup = 50;

/** Text with merge fields written out becomes pieces as it is pasted. */
const pasteFields = Node.create({
  name: 'pasteFields',
  addProseMirrorPlugins() {
    const { editor } = this;
    return [
      new Plugin({
        props: {
          handlePaste: (_view, event) => {
            const text = event.clipboardData?.getData('text/plain') ?? '';
            const html = event.clipboardData?.getData('text/html') ?? '';
            if (text.length > mostPasted || html.length > mostPasted * heaviestMarkup) {
              toast.error(
                `That is too much to paste: at most ${mostPasted.toLocaleString('en-US')} characters at once. Nothing was changed.`,
              );
              return true;
            }
            if (html || !/\{\{.*?\}\}/.test(text)) return false;
            editor.commands.insertContent(nodesOf(text.replace(/\r/g, '')));
            return true;
          },
        },
      }),
    ];
  },
});

/** The editor's own history goes over everything on the page. */
const history = { undoRedo: false } as const;

/** Opens a text editor on an element of the canvas. The element becomes the editor's own until it is destroyed. */
export function openWords(given: {
  mount: HTMLElement;
  content: JSONContent;
  isRich: boolean;
  merge: (words: string) => string;
  /** The class of a merge field. */
  chip?: string;
  label: string;
  onWrite: (doc: JSONContent) => void;
  onLeave: () => void;
  /** A merge field was pressed. */
  onChip?: (chip: OpenChip) => void;
  /** To the words before or after these. */
  onTab: (by: -1 | 1) => void;
}): Editor {
  const kit = given.isRich
    ? StarterKit.configure({
        ...nothingElse,
        ...history,
        link: { openOnClick: false, autolink: false, defaultProtocol: 'https' },
      })
    : StarterKit.configure({ ...noLooks, ...history });
  const editor: Editor = new Editor({
    element: { mount: given.mount },
    injectCSS: false,
    extensions: [
      kit,
      mergeFieldNode(given.merge, given.chip ?? 'field-value'),
      pasteFields,
      ...(given.isRich ? [] : [oneLine]),
    ],
    content: given.content,
    editorProps: {
      attributes: { role: 'textbox', 'aria-label': given.label, 'aria-multiline': 'true' },
      transformPastedHTML: cleanPaste,
      handleClickOn: (view, _pos, node, at) => {
        if (!given.onChip || node.type.name !== 'mergeField') return false;
        const element = view.nodeDOM(at) as HTMLElement;
        given.onChip({ editor, at, code: String(node.attrs.code), element });
        return true;
      },
      handleKeyDown: (_view, event) => {
        if (event.key === 'Tab') {
          event.preventDefault();
          given.onTab(event.shiftKey ? -1 : 1);
          return true;
        }
        if (event.key !== 'Enter' || given.isRich || event.isComposing) return false;
        return editor.commands.setHardBreak();
      },
    },
    onUpdate: ({ editor }) => given.onWrite(editor.getJSON()),
    onBlur: () => {
      // The tools belong to the text: a press on them leaves it open. They lie around the frame that the text is in, where
      // the focus arrives a moment later.
      setTimeout(() => {
        if (editor.isDestroyed || editor.isFocused) return;
        if (!document.activeElement?.closest('[data-writing-tools]')) given.onLeave();
      });
    },
  });
  return editor;
}
