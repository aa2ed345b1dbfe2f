import { pageMergeFields } from '@plumgate/core/launch';
import { Bold, Italic, Link2, List, ListOrdered } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button, IconButton } from '../../../ui/button.tsx';
import { MergePicker } from '../../../ui/merge-text/merge-picker.tsx';
import { useUi, type Writing } from '../ui.ts';

const looks = ['bold', 'italic', 'link', 'bulletList', 'orderedList'];

/** Bold, links, lists and facts, for the text that is being written in. */
export function WritingTools() {
  const writing = useUi((ui) => ui.writing);
  return writing && <Tools key={String(writing.isRich)} writing={writing} />;
}

function Tools({ writing: { editor, isRich } }: { writing: Writing }) {
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
      className="absolute top-1 left-1/2 z-20 flex -translate-x-1/2 items-center gap-1 rounded-card border border-strong-line bg-sheet px-2 py-1 shadow-sm"
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
        fields={pageMergeFields}
        onPick={(code) => chain().insertContent({ type: 'mergeField', attrs: { code } }).run()}
      />
    </div>
  );
}
