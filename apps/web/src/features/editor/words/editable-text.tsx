import { type RichText } from '@plumgate/core/basics';
import type { Editor, JSONContent } from '@tiptap/core';
import { locate } from '@plumgate/core/page';
import { Lines, RichLines } from '@plumgate/page-kit';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useEditorStore, type EditorStore } from '../store.ts';
import { useUi } from '../ui.ts';
import { openWords } from '../../../ui/merge-text/open-words.ts';
import { pressWords } from './press-words.ts';
import { nodesOf, wordsIn } from '../../../ui/merge-text/plain-nodes.ts';
import { docOf, richOf } from '../../../ui/merge-text/words-json.ts';

/** Where words stand in the draft: a setting of a part, or one of a list in it, or a field of one of a list. */
interface WordsPlace {
  part: string;
  setting: string;
  item?: number | undefined;
  field?: string | undefined;
}
type Props = WordsPlace & { merge: (words: string) => string } & (
    { isRich: false; value: string } | { isRich: true; value: RichText }
  );

const keyOf = ({ part, setting, item, field }: WordsPlace) =>
  [part, setting, item ?? '', field ?? ''].join('.');

/** A setting with something new in it: the whole of it, one of a list, or a field of one of a list. */
function withWords(before: unknown, written: unknown, { item, field }: WordsPlace): unknown {
  if (item === undefined) return written;
  if (field === undefined) return (before as unknown[]).with(item, written);
  const list = before as Record<string, unknown>[];
  return list.with(item, { ...list[item], [field]: written });
}

/**
 * Words on the canvas. They lie still, as a visitor sees them, until they are pressed: then a text editor opens in their
 * place, in that one frame, with the caret where the press was. Only one text is ever open, so a long page stays quick.
 */
export function EditableText(props: Props) {
  const key = keyOf(props);
  const still = useRef<HTMLElement>(null);
  const [opened, setOpened] = useState<{ x: number; y: number } | null>(null);
  const pressed = useUi((ui) => (ui.pressed?.key === key ? ui.pressed : null));
  useEffect(() => {
    if (!pressed || pressed.inner !== still.current?.ownerDocument) return;
    useUi.setState({ pressed: null });
    setOpened({ x: pressed.x, y: pressed.y });
  }, [pressed]);
  if (opened) return <OpenText {...props} at={opened} onLeave={() => setOpened(null)} />;
  const Tag = props.isRich ? 'div' : 'span';
  return (
    <Tag ref={still as never} className="words" data-words={key}>
      {props.isRich ? (
        <RichLines text={props.value} merge={props.merge} />
      ) : (
        <Lines text={props.merge(props.value)} />
      )}
    </Tag>
  );
}

/** Opens the words before or after those that are open, wherever on the page they stand. */
function openBeside(from: HTMLElement, by: -1 | 1, store: EditorStore): void {
  const inner = from.ownerDocument;
  const all = [...inner.querySelectorAll<HTMLElement>('.words')];
  const next = all[all.indexOf(from) + by];
  if (next?.dataset.words) pressWords(next, store);
}

const sameJson = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

const contentOf = (text: Props['value']): JSONContent =>
  typeof text === 'string' ? { type: 'doc', content: nodesOf(text) } : docOf(text);
const valueOf = (doc: JSONContent, isRich: boolean) =>
  isRich ? richOf(doc) : wordsIn(doc.content);

function OpenText(props: Props & { at: { x: number; y: number }; onLeave: () => void }) {
  const { isRich, value } = props;
  const store = useEditorStore();
  const mount = useRef<HTMLElement>(null);
  const editor = useRef<Editor | null>(null);
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });

  // The editor is opened once, with what stands there then; what changes later reaches it below.
  useLayoutEffect(() => {
    const { part, setting, isRich, value, merge, at } = latest.current;
    const write = (doc: JSONContent) => {
      const node = locate(store.getState().draft, part)?.node;
      if (!node) return;
      const written = withWords(node[setting], valueOf(doc, isRich), latest.current);
      const changes = { [setting]: written };
      store.getState().edit([{ do: 'set', id: part, changes }], keyOf(latest.current));
    };
    const opened = openWords({
      mount: mount.current!,
      content: contentOf(value),
      isRich,
      merge,
      label: `${setting}, edit in place`,
      onWrite: write,
      onLeave: () => latest.current.onLeave(),
      onTab: (by) => openBeside(mount.current!, by, store),
    });
    editor.current = opened;
    const place = opened.view.posAtCoords({ left: at.x, top: at.y });
    opened.commands.focus(place?.pos ?? 'end', { scrollIntoView: false });
    useUi.setState({ writing: { editor: opened, isRich } });
    return () => {
      useUi.setState((ui) => (ui.writing?.editor === opened ? { writing: null } : {}));
      store.getState().endGroup();
      opened.destroy();
    };
  }, [store]);

  // Undo, and whatever else changes the words from outside while they are open.
  useEffect(() => {
    const open = editor.current;
    if (open && !sameJson(valueOf(open.getJSON(), isRich), value))
      open.commands.setContent(contentOf(value), { emitUpdate: false });
  }, [value, isRich]);

  const Tag = isRich ? 'div' : 'span';
  return <Tag ref={mount as never} className="words writing" />;
}
