import type { Editor, JSONContent } from '@tiptap/core';
import type { NodeId, RichText } from '@plumgate/core/basics';
import { findBlock, type EmailBlock } from '@plumgate/core/emails';
import type { MergeField } from '@plumgate/core/messages';
import { Fragment, useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { FallbackEditor, type OpenChip } from '../../ui/merge-text/fallback-editor.tsx';
import { chipWords } from '../../ui/merge-text/chip-words.ts';
import { openWords } from '../../ui/merge-text/open-words.ts';
import { nodesOf, wordsIn } from '../../ui/merge-text/plain-nodes.ts';
import { docOf, richOf } from '../../ui/merge-text/words-json.ts';
import { useEmailStore, type EmailStore } from './email-store.ts';

type Words = { isRich: false; value: string } | { isRich: true; value: RichText };
type Props = Words & {
  id: NodeId;
  setting: string;
  fields: readonly MergeField[];
};

/**
 * Words of an email as they look in it, with merge fields as chips. They lie still until they are pressed: then a text
 * editor opens in their place, so that a long email stays quick.
 */
export function EmailWords(props: Props) {
  const { id, setting, isRich } = props;
  const key = `${id}.${setting}`;
  const store = useEmailStore();
  // What was just added is written in at once.
  const [opened, setOpened] = useState<{ x: number; y: number } | 'end' | null>(() =>
    store.getState().picked === id && isEmpty(props) ? 'end' : null,
  );
  const Tag = isRich ? 'div' : 'span';
  if (opened)
    return (
      <OpenText {...props} name={key} at={opened} onLeave={() => setOpened(null)} store={store} />
    );
  return (
    <Tag
      className="email-words"
      data-words={key}
      role="textbox"
      tabIndex={0}
      aria-label={labelOf(props)}
      onClick={({ clientX: x, clientY: y }) => {
        store.getState().pick(id);
        setOpened({ x, y });
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        store.getState().pick(id);
        setOpened('end');
      }}
    >
      <Still {...props} />
    </Tag>
  );
}

const labelOf = ({ setting, isRich }: Props) =>
  isRich ? 'Text' : setting === 'label' ? 'Words on the button' : 'Heading';

const isEmpty = ({ isRich, value }: Props) =>
  isRich
    ? value.every((part) => part.kind === 'paragraph' && part.runs.length === 0)
    : value === '';

function Still(props: Props): ReactNode {
  const { fields, isRich, value } = props;
  if (isEmpty(props)) return <span className="text-muted">Write here</span>;
  if (!isRich) return <Chips words={value} fields={fields} />;
  return value.map((part, index) => {
    if (part.kind === 'paragraph')
      return (
        <p key={index}>
          <Runs runs={part.runs} fields={fields} />
        </p>
      );
    const List = part.kind === 'bullets' ? 'ul' : 'ol';
    return (
      <List key={index}>
        {part.items.map((runs, item) => (
          <li key={item}>
            <p>
              <Runs runs={runs} fields={fields} />
            </p>
          </li>
        ))}
      </List>
    );
  });
}

type Run = { text: string; bold: boolean; italic: boolean; href: string };

const Runs = ({ runs, fields }: { runs: Run[]; fields: readonly MergeField[] }) =>
  runs.length === 0 ? (
    <br />
  ) : (
    runs.map((run, index) => {
      let inside: ReactNode = <Chips words={run.text} fields={fields} />;
      if (run.italic) inside = <em>{inside}</em>;
      if (run.bold) inside = <strong>{inside}</strong>;
      return run.href ? (
        <a key={index} className="email-link" title={run.href}>
          {inside}
        </a>
      ) : (
        <Fragment key={index}>{inside}</Fragment>
      );
    })
  );

const Chips = ({ words, fields }: { words: string; fields: readonly MergeField[] }) =>
  words.split(/(\{\{.*?\}\}|\n)/).map((part, index) => {
    if (part === '\n') return <br key={index} />;
    if (!part.startsWith('{{')) return <Fragment key={index}>{part}</Fragment>;
    return (
      <span key={index} className="merge-chip">
        {chipWords(part, fields)}
      </span>
    );
  });

const contentOf = (value: string | RichText): JSONContent =>
  typeof value === 'string' ? { type: 'doc', content: nodesOf(value) } : docOf(value);

const sameJson = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** The text that is written in. */
function OpenText(
  props: Props & {
    name: string;
    at: { x: number; y: number } | 'end';
    store: EmailStore;
    onLeave: () => void;
  },
) {
  const { isRich, value, fields } = props;
  const mount = useRef<HTMLElement>(null);
  const editor = useRef<Editor | null>(null);
  const [chip, setChip] = useState<OpenChip | null>(null);
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });
  // Opened once, with what stands there then; what changes later reaches it below.
  useLayoutEffect(() => {
    const { id, setting, isRich, at, store, name } = latest.current;
    const opened = openWords({
      mount: mount.current!,
      content: contentOf(latest.current.value),
      isRich,
      merge: (code) => chipWords(code, latest.current.fields),
      chip: 'merge-chip',
      label: labelOf(latest.current),
      onWrite: (doc) => {
        const block = findBlock(store.getState().email.blocks, id);
        if (!block) return;
        const written = isRich ? richOf(doc) : wordsIn(doc.content);
        store.getState().change({ ...block, [setting]: written } as EmailBlock, name);
      },
      onChip: setChip,
      onLeave: () => latest.current.onLeave(),
      onTab: (by) => openBeside(mount.current!, by),
    });
    editor.current = opened;
    const place = at === 'end' ? null : opened.view.posAtCoords({ left: at.x, top: at.y });
    opened.commands.focus(place?.pos ?? 'end', { scrollIntoView: false });
    store.setState({ writing: { editor: opened, isRich } });
    return () => {
      const { writing } = store.getState();
      if (writing?.editor === opened) store.setState({ writing: null, group: null });
      opened.destroy();
    };
  }, []);
  useEffect(() => {
    const open = editor.current;
    if (!open) return;
    const now = isRich ? richOf(open.getJSON()) : wordsIn(open.getJSON().content);
    if (!sameJson(now, value)) open.commands.setContent(contentOf(value), { emitUpdate: false });
  }, [value, isRich]);
  const Tag = isRich ? 'div' : 'span';
  return (
    <>
      <Tag ref={mount as never} className="email-words writing" data-words={props.name} />
      {chip && <FallbackEditor chip={chip} fields={fields} onClose={() => setChip(null)} />}
    </>
  );
}

/** Opens the words before or after those that are open. */
function openBeside(from: HTMLElement, by: -1 | 1): void {
  const all = [...document.querySelectorAll<HTMLElement>('.email-words')];
  const next = all[all.indexOf(from) + by];
  if (next) next.click();
  else (document.activeElement as HTMLElement | null)?.blur();
}
