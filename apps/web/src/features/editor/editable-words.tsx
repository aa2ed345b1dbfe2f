import { locate } from '@plumgate/core/page';
import { useLayoutEffect, useRef } from 'react';
import { useEditorStore } from './store.ts';

/** A setting with new words in it: the whole of it, one of a list, or a part of one of a list. */
function withWords(
  before: unknown,
  written: string,
  item: number | undefined,
  field: string | undefined,
): unknown {
  if (item === undefined) return written;
  if (field === undefined) return (before as string[]).with(item, written);
  const list = before as Record<string, string>[];
  return list.with(item, { ...list[item], [field]: written });
}

/**
 * Words that are edited where they stand. React leaves the inside alone: while somebody writes here the text is theirs,
 * and the caret stays; otherwise it follows the draft, with merge fields shown as their value.
 */
export function EditableWords({
  part,
  setting,
  text,
  item,
  field,
  merge,
}: {
  part: string;
  setting: string;
  text: string;
  item: number | undefined;
  field: string | undefined;
  merge: (words: string) => string;
}) {
  const store = useEditorStore();
  const element = useRef<HTMLSpanElement>(null);
  const isWriting = () => element.current?.ownerDocument.activeElement === element.current;

  useLayoutEffect(() => {
    const span = element.current;
    if (!span) return;
    const wanted = isWriting() ? text : merge(text);
    if (span.textContent !== wanted) span.textContent = wanted;
  }, [text, merge]);

  const write = () => {
    const written = element.current?.textContent ?? '';
    const node = locate(store.getState().draft, part)?.node;
    if (!node) return;
    const value = withWords(node[setting], written, item, field);
    store
      .getState()
      .edit(
        [{ do: 'set', id: part, changes: { [setting]: value } }],
        `${part}.${setting}.${item ?? ''}.${field ?? ''}`,
      );
  };

  return (
    <span
      ref={element}
      role="textbox"
      aria-label={`${setting}, edit in place`}
      className="words"
      contentEditable="plaintext-only"
      suppressContentEditableWarning
      spellCheck
      onFocus={() => {
        store.getState().select(part);
        if (element.current && element.current.textContent !== text)
          element.current.textContent = text;
      }}
      onInput={write}
      onBlur={() => {
        store.getState().endGroup();
        if (element.current) element.current.textContent = merge(text);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') element.current?.blur();
      }}
    />
  );
}
