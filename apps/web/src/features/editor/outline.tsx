import { nameOfBlock, pageNode } from '@plumgate/core/page';
import { useEditor } from './store.ts';

const row = 'block w-full truncate rounded-control py-1.5 pr-2 text-left';
const tone = (chosen: boolean) =>
  chosen ? 'bg-plum-tint font-semibold text-plum-dark' : 'hover:bg-paper';

/** The page as a list: its bands, and in each its blocks, named by their own words. */
export function Outline() {
  const { bands } = useEditor((state) => state.draft.page);
  const selected = useEditor((state) => state.selected);
  const select = useEditor((state) => state.select);
  return (
    <nav aria-label="Outline" className="grid grid-cols-[minmax(0,1fr)] gap-0.5">
      <button
        type="button"
        className={`${row} pl-3 font-semibold ${tone(selected === pageNode)}`}
        onClick={() => select(pageNode)}
      >
        Page
      </button>
      {bands.length === 0 && <p className="px-3 py-2 text-muted">Nothing here yet. Add a block.</p>}
      {bands.map((band) => (
        <div key={band.id}>
          <button
            type="button"
            className={`${row} pl-3 font-semibold ${tone(selected === band.id)}`}
            onClick={() => select(band.id)}
          >
            {band.name || 'Band without a name'}
          </button>
          {band.columns.flatMap((column) =>
            column.blocks.map((block) => (
              <button
                key={block.id}
                type="button"
                className={`${row} pl-7 ${tone(selected === block.id)}`}
                onClick={() => select(block.id)}
              >
                {nameOfBlock(block)}
              </button>
            )),
          )}
        </div>
      ))}
    </nav>
  );
}
