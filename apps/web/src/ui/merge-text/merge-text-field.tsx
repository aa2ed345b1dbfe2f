import { Editor } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import {
  mergeProblem,
  unknownFieldWords,
  unknownMergeFields,
  type MergeField,
} from '@plumgate/core/messages';
import { useEffect, useId, useLayoutEffect, useRef, useState } from 'react';
import { chipWords } from './chip-words.ts';
import { FallbackEditor, type OpenChip } from './fallback-editor.tsx';
import { mergeFieldNode, noLooks, oneLine } from './merge-nodes.ts';
import { MergePicker } from './merge-picker.tsx';
import { nodesOf, wordsIn } from './plain-nodes.ts';

interface Props {
  label: string;
  value: string;
  /** What these words may name; anything else is marked as unknown. */
  fields: readonly MergeField[];
  /** 1 for a single line, in which Enter does nothing. */
  rows?: number;
  help?: string;
  /** Longer words are marked as too long. */
  maxLength?: number;
  onChange: (value: string) => void;
}

/** A field for words with merge fields in them: each is a chip with its fallback, put in by a search. */
export function MergeTextField({
  label,
  value,
  fields,
  rows = 1,
  help,
  maxLength = Infinity,
  onChange,
}: Props) {
  const id = useId();
  const { mount, editor, chip, closeChip } = useMergeEditor(
    { value, fields, isOneLine: rows === 1, onChange },
    { label, noteId: `${id}-note` },
  );
  const unknown = unknownMergeFields(value, fields)[0];
  const tooLong = value.length > maxLength ? `Keep it to ${maxLength} characters.` : undefined;
  const error = mergeProblem(value) ?? (unknown ? unknownFieldWords(unknown) : tooLong);
  const note = error ?? help;
  return (
    <div className="grid content-start gap-1">
      <div className="flex min-h-6 items-center justify-between gap-2">
        <span className="text-xs font-semibold">{label}</span>
        <MergePicker
          fields={fields}
          onPick={(code) =>
            editor()?.chain().focus().insertContent({ type: 'mergeField', attrs: { code } }).run()
          }
        />
      </div>
      <div
        ref={mount}
        style={{ minHeight: `${rows * 1.4 + 0.8}em` }}
        className={`merge-text w-full rounded-control border bg-sheet px-3 py-1.5 text-sm break-words whitespace-pre-wrap ${error ? 'border-brick' : 'border-strong-line'}`}
      />
      {note && (
        <p
          id={`${id}-note`}
          className={`text-xs ${error ? 'font-semibold text-brick' : 'text-muted'}`}
        >
          {note}
        </p>
      )}
      {chip && <FallbackEditor chip={chip} fields={fields} onClose={closeChip} />}
    </div>
  );
}

/** The text editor under a field. It is opened once; what changes from outside reaches it as it comes. */
function useMergeEditor(
  props: Pick<Props, 'value' | 'fields' | 'onChange'> & { isOneLine: boolean },
  { label, noteId }: { label: string; noteId: string },
) {
  const mount = useRef<HTMLDivElement>(null);
  const opened = useRef<Editor | null>(null);
  const latest = useRef(props);
  const [chip, setChip] = useState<OpenChip | null>(null);
  useEffect(() => {
    latest.current = props;
  });
  useLayoutEffect(() => {
    const show = (code: string) => chipWords(code, latest.current.fields);
    const editor: Editor = new Editor({
      element: { mount: mount.current! },
      injectCSS: false,
      extensions: [StarterKit.configure(noLooks), mergeFieldNode(show, 'merge-chip'), oneLine],
      content: { type: 'doc', content: nodesOf(latest.current.value) },
      editorProps: {
        attributes: {
          role: 'textbox',
          'aria-label': label,
          'aria-describedby': noteId,
          'aria-multiline': String(!latest.current.isOneLine),
        },
        handleKeyDown: (_view, event) => {
          if (event.key !== 'Enter' || event.isComposing) return false;
          return latest.current.isOneLine || editor.commands.setHardBreak();
        },
        handlePaste: (_view, event) => {
          const text = (event.clipboardData?.getData('text/plain') ?? '').replace(/\r/g, '');
          const words = latest.current.isOneLine ? text.replace(/\s*\n\s*/g, ' ') : text;
          return editor.commands.insertContent(nodesOf(words));
        },
        handleClickOn: (view, _pos, node, at) => {
          if (node.type.name !== 'mergeField') return false;
          const element = view.nodeDOM(at) as HTMLElement;
          setChip({ editor, at, code: String(node.attrs.code), element });
          return true;
        },
      },
      onUpdate: () => latest.current.onChange(wordsIn(editor.getJSON().content)),
      // Merge code that was typed becomes a chip.
      onBlur: () => showWords(editor, wordsIn(editor.getJSON().content)),
    });
    opened.current = editor;
    return () => editor.destroy();
  }, [label, noteId]);
  const { value } = props;
  useEffect(() => {
    const editor = opened.current;
    if (editor && wordsIn(editor.getJSON().content) !== value) showWords(editor, value);
  }, [value]);
  return { mount, editor: () => opened.current, chip, closeChip: () => setChip(null) };
}

const showWords = (editor: Editor, words: string) =>
  editor.commands.setContent({ type: 'doc', content: nodesOf(words) }, { emitUpdate: false });
