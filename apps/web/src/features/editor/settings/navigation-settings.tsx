import { api, type EditorPage } from '@plumgate/contract';
import type { BlockOf } from '@plumgate/core/page';
import { Plus, Trash2 } from 'lucide-react';
import { useEndpoint } from '../../../api/hooks.ts';
import { Button, IconButton } from '../../../ui/button.tsx';
import { SelectField, TextField } from '../../../ui/field.tsx';
import { useEditor } from '../store.ts';
import { useSet } from './use-set.ts';

export function NavigationSettings({
  block,
  page,
}: {
  block: BlockOf<'navigation'>;
  page: EditorPage;
}) {
  const set = useSet(block.id);
  const kind = useEditor((state) => state.draft.page.kind);
  const { items } = block;
  const pages =
    useEndpoint(api.listPages, { params: { clientId: page.client.id } }).data?.pages ?? [];
  const names = Object.fromEntries(
    pages.map(({ pageId, funnel, name, live }) => [
      pageId,
      `${funnel}: ${name}${live ? '' : ' (not live)'}`,
    ]),
  );
  const change = (index: number, changes: object) =>
    set({ items: items.with(index, { ...items[index]!, ...changes }) });
  return (
    <>
      {kind === 'landing' && (
        <p className="rounded-control bg-honey-tint px-2.5 py-1.5 text-xs text-honey">
          This is a landing page: navigation leads its visitors away, and it can’t be published with
          one. Make it a site page under Page, or remove this.
        </p>
      )}
      {items.map((item, index) => (
        <div key={index} className="grid gap-2 rounded-control border border-line p-2.5">
          <TextField
            label={`Link ${index + 1}`}
            maxLength={60}
            value={item.label}
            onChange={(event) => change(index, { label: event.target.value })}
          />
          <SelectField
            label="Page"
            options={names}
            value={item.page}
            onChange={(event) => change(index, { page: event.target.value })}
          />
          <IconButton
            label={`Remove link ${index + 1}`}
            onClick={() => set({ items: items.toSpliced(index, 1) })}
          >
            <Trash2 />
          </IconButton>
        </div>
      ))}
      <Button
        disabled={pages.length === 0 || items.length >= 8}
        onClick={() =>
          set({ items: [...items, { label: pages[0]!.name.slice(0, 60), page: pages[0]!.pageId }] })
        }
      >
        <Plus className="size-4" aria-hidden /> Add a link
      </Button>
    </>
  );
}
