import type { Editor } from '@tiptap/core';
import { mergeCode, readMergeCode, type MergeField } from '@plumgate/core/messages';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Button } from '../button.tsx';
import { TextField } from '../field.tsx';

/** A chip that was pressed: where it stands in its text, and on the screen. */
export interface OpenChip {
  editor: Editor;
  at: number;
  code: string;
  element: HTMLElement;
}

/** What is read in place of a merge field where it is empty. */
export function FallbackEditor({
  chip: { editor, at, code, element },
  fields,
  onClose,
}: {
  chip: OpenChip;
  fields: readonly MergeField[];
  onClose: () => void;
}) {
  const read = readMergeCode(code);
  const [fallback, setFallback] = useState(read?.fallback ?? '');
  const known = fields.find(({ field }) => field === read?.field);
  const save = () => {
    if (read && fallback.trim() !== read.fallback)
      editor
        .chain()
        .setNodeSelection(at)
        .updateAttributes('mergeField', {
          code: mergeCode({ field: read.field, fallback: fallback.trim() }),
        })
        .run();
    onClose();
  };
  return (
    <Popover.Root open onOpenChange={(open) => open || save()}>
      <Popover.Anchor virtualRef={{ current: element }} />
      <Popover.Portal>
        <Popover.Content
          data-writing-tools
          sideOffset={6}
          collisionPadding={8}
          className="z-50 grid w-64 gap-2 rounded-card border border-strong-line bg-sheet p-3 shadow-sm"
        >
          <p className="font-semibold">{known?.label ?? 'Unknown merge field'}</p>
          {known && (
            <TextField
              label="If it is empty"
              help="Leave empty to show nothing"
              maxLength={60}
              value={fallback}
              onChange={(event) => setFallback(event.target.value)}
              onKeyDown={(event) => event.key === 'Enter' && save()}
            />
          )}
          <div className="flex justify-between">
            <Button
              look="quiet"
              className="px-1.5"
              onClick={() => {
                editor.chain().setNodeSelection(at).deleteSelection().run();
                onClose();
              }}
            >
              Remove
            </Button>
            {known && <Button onClick={save}>Done</Button>}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
