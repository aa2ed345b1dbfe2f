import type { MergeField } from '@plumgate/core/messages';
import type { Editor } from '@tiptap/core';
import { Bold, Italic, Link2, List, ListOrdered } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button, IconButton } from '../button.tsx';
import { MergePicker } from './merge-picker.tsx';

const looks = ['bold', 'italic', 'link', 'bulletList', 'orderedList'];

/** The text that is being written in, and what its tools act on. */
export interface Writing {
  editor: Editor;
  isRich: boolean;
}

/** Bold, links, lists and merge fields, for the text that is being written in. */
export function WritingTools({
  writing: { editor, isRich },
  fields,
}: {
  writing: Writing;
  fields: readonly MergeField[];
}) {
  const [active, setActive] = useState('');
  const [linking, setLinking] = useState<string | null>(null);
  useEffect(() => {
    // Letters change nothing here: only another look under the caret does.
    const look = () => setActive(looks.filter((name) => editor.isActive(name)).join());
    look();
    editor.on('transaction', look);
    return () => void editor.off('transaction', look);
  }, [editor]);
  const press = (act: () => unknown) => (event: React.MouseEvent) => {
    event.preventDefault();
    act();
  };
  const tool = (label: string, name: string, icon: React.ReactNode, act: () => unknown) => (
    <IconButton
      label={label}
      aria-pressed={active.split(',').includes(name)}
      className="aria-pressed:bg-plum-tint aria-pressed:text-plum-dark"
      onMouseDown={press(act)}
    >
      {icon}
    </IconButton>
  );
  const chain = () => editor.chain().focus();
  return (
    <div
      data-writing-tools
      role="toolbar"
      aria-label="Text"
      className="flex items-center gap-1 rounded-card border border-strong-line bg-sheet px-2 py-1 shadow-sm"
    >
      {isRich && (
        <>
          {tool('Bold (Ctrl B)', 'bold', <Bold />, () => chain().toggleBold().run())}
          {tool('Italic (Ctrl I)', 'italic', <Italic />, () => chain().toggleItalic().run())}
          {tool('List', 'bulletList', <List />, () => chain().toggleBulletList().run())}
          {tool('Numbered list', 'orderedList', <ListOrdered />, () =>
            chain().toggleOrderedList().run(),
          )}
          {tool('Link', 'link', <Link2 />, () =>
            setLinking(String(editor.getAttributes('link').href ?? 'https://')),
          )}
        </>
      )}
      {linking !== null && (
        <form
          className="flex items-center gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            const href = linking.trim();
            if (/^(?:https?:\/\/|mailto:|tel:)\S+$/i.test(href))
              chain().extendMarkRange('link').setLink({ href }).run();
            else chain().extendMarkRange('link').unsetLink().run();
            setLinking(null);
          }}
        >
          <input
            autoFocus
            aria-label="Address of the link"
            className="h-7 w-48 rounded-control border border-strong-line px-2 text-[13px]"
            value={linking}
            onChange={(event) => setLinking(event.target.value)}
          />
          <Button type="submit">Set</Button>
        </form>
      )}
      <MergePicker
        fields={fields}
        onPick={(code) => chain().insertContent({ type: 'mergeField', attrs: { code } }).run()}
      />
    </div>
  );
}
