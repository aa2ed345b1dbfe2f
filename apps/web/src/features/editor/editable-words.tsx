import { locate } from '@plumgate/core/page';
import { useLayoutEffect, useRef } from 'react';
import { useEditorStore } from './store.ts';

/**
 * Words that are edited where they stand. React leaves the inside alone: while somebody writes here the text is theirs,
 * and the caret stays; otherwise it follows the draft, with merge fields shown as their value.
 */
export function EditableWords({
  part,
  setting,
  text,
  item,
  merge,
}: {
  part: string;
  setting: string;
  text: string;
  item: number | undefined;
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
    const value = item === undefined ? written : (node[setting] as string[]).with(item, written);
    store
      .getState()
      .edit(
        [{ do: 'set', id: part, changes: { [setting]: value } }],
        `${part}.${setting}.${item ?? ''}`,
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
