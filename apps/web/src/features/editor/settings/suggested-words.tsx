import { unwrittenIn, type Block, type Edit } from '@plumgate/core/page';
import { Button } from '../../../ui/button.tsx';
import { useEditor, useEditorStore } from '../store.ts';

/** Words of a block that the template only suggested, until somebody writes others or says that these are true. */
export function SuggestedWords({ block }: { block: Block }) {
  const store = useEditorStore();
  const page = useEditor((state) => state.draft.page);
  const unwritten = unwrittenIn(page, block);
  if (unwritten.length === 0) return null;
  const keep = () =>
    store.getState().edit(
      page.bands
        .map(({ id, suggested }): [string, string[]] => [
          id,
          suggested.filter((words) => !unwritten.includes(words)),
        ])
        .filter(
          ([id, left]) => left.length < page.bands.find((band) => band.id === id)!.suggested.length,
        )
        .map(([id, suggested]): Edit => ({ do: 'set', id, changes: { suggested } })),
    );
  return (
    <section className="grid gap-2 rounded-card bg-honey-tint p-3 text-honey">
      <h3 className="text-[13px] font-semibold">Only suggested by the template</h3>
      <ul className="grid list-disc gap-1 pl-4 text-[13px]">
        {unwritten.map((words) => (
          <li key={words} className="break-words">
            {words}
          </li>
        ))}
      </ul>
      <p className="text-[13px]">
        Write what is true of this client. The page can’t go live with these.
      </p>
      <Button className="w-fit" onClick={keep}>
        {unwritten.length === 1 ? 'Keep these words' : `Keep all ${unwritten.length}`}
      </Button>
    </section>
  );
}
