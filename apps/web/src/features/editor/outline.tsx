import type { Facts } from '@plumgate/core/clients';
import { blockState, type BlockState } from '@plumgate/core/launch';
import { nameOfBlock, pageNode, type Band } from '@plumgate/core/page';
import { Link2 } from 'lucide-react';
import { Fragment, memo } from 'react';
import { loadOf } from './moving/move.ts';
import { watchPointer } from './moving/pointer.ts';
import { showPart } from './show-part.ts';
import { useEditor, useEditorStore } from './store.ts';

const indents = { band: 'pl-3 font-semibold', column: 'pl-6 text-xs text-muted', block: 'pl-7' };

/** The page as a list: its bands, and in each its blocks, named by their own words. Rows are dragged, or picked up with the space bar. */
export function Outline({ facts }: { facts: Facts }) {
  const bands = useEditor((state) => state.draft.page.bands);
  const { popups, sections } = useEditor((state) => state.draft.page);
  const selected = useEditor((state) => state.selected);
  const store = useEditorStore();
  return (
    <nav aria-label="Outline" className="grid grid-cols-[minmax(0,1fr)] gap-0.5">
      <button
        type="button"
        data-row={pageNode}
        className={`block w-full truncate rounded-control py-1.5 pr-2 pl-3 text-left font-semibold ${selected === pageNode ? 'bg-plum-tint text-plum-dark' : 'hover:bg-paper'}`}
        onClick={() => showPart(store, pageNode)}
      >
        Page
      </button>
      {bands.length === 0 && <p className="px-3 py-2 text-muted">Nothing here yet. Add a block.</p>}
      {bands.map((band, index) => {
        const section = sections.find(({ id }) => id === band.section);
        const isStart = section && bands[index - 1]?.section !== section.id;
        return (
          <Fragment key={band.id}>
            {isStart && (
              <p className="truncate border-t border-line pt-2 pr-2 pl-3 text-xs text-muted">
                {section.name || section.id}
              </p>
            )}
            <BandRows
              band={band}
              facts={facts}
              popup={popups.find(({ id }) => id === band.popup)?.name ?? null}
            />
          </Fragment>
        );
      })}
    </nav>
  );
}

const BandRows = memo(function BandRows({
  band,
  facts,
  popup,
}: {
  band: Band;
  facts: Facts;
  popup: string | null;
}) {
  return (
    <div>
      <Row id={band.id} level="band" name={band.name || 'Band without a name'}>
        {band.linked && <Link2 className="ml-1 inline size-3.5 text-muted" aria-label="linked" />}
        {popup !== null && <span className="ml-1 text-xs font-normal text-muted">in {popup}</span>}
        {band.shown !== 'both' && (
          <span className="ml-1 text-xs font-normal text-muted">
            {band.shown === 'wide' ? 'wide only' : 'phone only'}
          </span>
        )}
      </Row>
      {band.columns.map((column, index) => (
        <div key={column.id}>
          {band.columns.length > 1 && (
            <Row id={column.id} level="column" name={column.ownName || `Column ${index + 1}`} />
          )}
          {column.blocks.map((block) => (
            <Row key={block.id} id={block.id} level="block" name={nameOfBlock(block)}>
              <State state={blockState(block, [band], facts)} />
            </Row>
          ))}
        </div>
      ))}
    </div>
  );
});

const stateWords = { hidden: 'Not shown', needs: 'Needs you' } as const;

/** What a block still needs, in two words. */
const State = ({ state }: { state: BlockState }) =>
  state === 'ready' ? null : (
    <span className="shrink-0 rounded-full bg-honey-tint px-1.5 text-xs font-normal text-honey">
      {stateWords[state]}
    </span>
  );

function Row({
  id,
  level,
  name,
  children,
}: {
  id: string;
  level: keyof typeof indents;
  name: string;
  children?: React.ReactNode;
}) {
  const store = useEditorStore();
  const isChosen = useEditor((state) => state.selected === id || state.others.includes(id));
  return (
    <button
      type="button"
      data-row={id}
      aria-pressed={isChosen}
      className={`flex w-full touch-none items-center gap-1.5 rounded-control py-1.5 pr-2 text-left ${indents[level]} ${isChosen ? 'bg-plum-tint font-semibold text-plum-dark' : 'hover:bg-paper'}`}
      onClick={(event) => showPart(store, id, event.ctrlKey || event.metaKey || event.shiftKey)}
      onPointerDown={(event) =>
        watchPointer(store, event.nativeEvent, null, () => loadOf(store, id))
      }
    >
      <span className="min-w-0 truncate">{name}</span>
      {children}
    </button>
  );
}
