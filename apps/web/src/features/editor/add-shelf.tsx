import { api, type EditorPage, type LinkedBandView } from '@plumgate/contract';
import { shortForm } from '@plumgate/core/forms';
import {
  blockKinds,
  emptyPage,
  spaces,
  type Band,
  type BlockKindName,
  type Draft,
  type DropPlace,
} from '@plumgate/core/page';
import {
  bandParts,
  readyBands,
  suits,
  type Aim,
  type BandPart,
  type Trade,
} from '@plumgate/core/templates';
import { FileText, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { IconButton } from '../../ui/button.tsx';
import { Choice } from '../../ui/field.tsx';
import { pageContext } from '../pages/page-context.ts';
import { MeantFilter } from '../pages/meant-filter.tsx';
import { PageFrame } from '../pages/page-frame.tsx';
import { Seen } from '../pages/seen.tsx';
import { addKind, addLinkedBand, addReadyBand, showNew } from './adding.ts';
import { templateToRemove, useRemoval } from '../bin/use-removal.tsx';
import { make } from '../pages/make-ids.ts';
import { blockIcons } from './block-icons.ts';
import { addBand } from './commands.ts';
import type { Load } from './moving/move.ts';
import { watchPointer } from './moving/pointer.ts';
import { useEditor, useEditorStore } from './store.ts';

/** Everything that can stand on a page: a press adds it after what is selected, a drag puts it anywhere. */
export function AddShelf({ page }: { page: EditorPage }) {
  const [search, setSearch] = useState('');
  const [what, setWhat] = useState<'blocks' | 'bands'>('blocks');
  // A search looks through both: one need not know which of them has the name.
  const [blocks, bands] = search.trim() ? [true, true] : [what === 'blocks', what === 'bands'];
  const isWanted = (...texts: string[]) =>
    texts.join(' ').toLowerCase().includes(search.trim().toLowerCase());
  return (
    <div className="grid gap-3">
      <input
        aria-label="Search blocks and bands"
        placeholder="Search blocks and bands"
        className="h-8 rounded-control border border-strong-line bg-sheet px-2 text-[13px]"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      <Choice
        label="What to add"
        value={what}
        options={{ blocks: 'Blocks', bands: 'Bands' }}
        onChange={setWhat}
      />
      {blocks && <Blocks page={page} isWanted={isWanted} />}
      {bands && (
        <>
          <EmptyBand />
          <LinkedBands page={page} isWanted={isWanted} />
          <OwnBands page={page} isWanted={isWanted} />
          <ReadyBands page={page} isWanted={isWanted} />
        </>
      )}
    </div>
  );
}

type Wanted = { page: EditorPage; isWanted: (...texts: string[]) => boolean };

/** A press adds, a drag carries to a place. */
function useShelf() {
  const store = useEditorStore();
  return (kind: Load['kind'], label: string, add: (place?: DropPlace) => unknown) => ({
    onClick: () => void add(),
    onPointerDown: (event: React.PointerEvent) =>
      watchPointer(store, event.nativeEvent, null, () => ({
        kind,
        label,
        ids: [],
        drop: (place) => void add(place),
      })),
  });
}

function Blocks({ page, isWanted }: Wanted) {
  const store = useEditorStore();
  const shelf = useShelf();
  const kinds = (Object.keys(blockKinds) as BlockKindName[]).filter((kind) =>
    isWanted(blockKinds[kind].label),
  );
  return (
    <div className="grid grid-cols-2 gap-1.5">
      {kinds.map((kind) => {
        const Icon = blockIcons[kind];
        return (
          <button
            key={kind}
            type="button"
            className="grid touch-none justify-items-center gap-1.5 rounded-control border border-line bg-paper px-1 py-2.5 text-[13px] hover:border-plum hover:text-plum-dark"
            {...shelf('block', blockKinds[kind].label, (place) =>
              addKind(store, kind, page.funnel.name, place),
            )}
          >
            <Icon className="size-5 text-muted" aria-hidden />
            {blockKinds[kind].label}
          </button>
        );
      })}
    </div>
  );
}

function EmptyBand() {
  const store = useEditorStore();
  return (
    <button
      type="button"
      className="flex items-center justify-center gap-2 rounded-control border border-dashed border-strong-line py-2.5 font-semibold text-plum-dark hover:border-plum"
      onClick={() => {
        const { draft, selected, edit } = store.getState();
        const { edits, id } = addBand(draft, selected);
        if (edit(edits)) showNew(store, id);
      }}
    >
      <FileText className="size-4" aria-hidden /> An empty band below
    </button>
  );
}

const group = 'mt-2 mb-1 text-xs font-semibold text-muted';

function LinkedBands({ page, isWanted }: Wanted) {
  const store = useEditorStore();
  const shelf = useShelf();
  const kept =
    useEndpoint(api.listLinkedBands, { params: { clientId: page.client.id } }).data?.bands ?? [];
  const nameOf = (linked: LinkedBandView) => (linked.band as Band).name || 'Linked band';
  const shown = kept.filter((linked) => isWanted(nameOf(linked)));
  if (shown.length === 0) return null;
  return (
    <section>
      <h3 className={group}>Linked on this client’s pages</h3>
      <ul className="grid gap-2">
        {shown.map((linked) => {
          const { id, pages } = linked;
          const forms = linked.forms as Draft['forms'];
          const band = linked.band as Band;
          return (
            <li key={id}>
              <BandCard
                page={page}
                band={band}
                forms={forms}
                label={nameOf(linked)}
                note={pages.length === 1 ? 'on 1 page' : `on ${pages.length} pages`}
                {...shelf('band', nameOf(linked), (place) =>
                  addLinkedBand(store, { id, band, forms }, place),
                )}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function OwnBands({ page, isWanted }: Wanted) {
  const store = useEditorStore();
  const shelf = useShelf();
  const { remove, removal } = useRemoval();
  const own = (useEndpoint(api.listTemplates, {}).data?.templates ?? []).filter(
    ({ kind, name }) => kind === 'band' && isWanted(name),
  );
  if (own.length === 0) return null;
  return (
    <section>
      <h3 className={group}>Your own</h3>
      <ul className="grid gap-2">
        {own.map((template) => {
          const draft = template.content.pages[0]!.draft as Draft;
          const band = draft.page.bands[0];
          if (!band) return null;
          return (
            <li key={template.id} className="relative">
              <BandCard
                page={page}
                band={band}
                forms={draft.forms}
                label={template.name}
                {...shelf('band', template.name, (place) =>
                  addReadyBand(store, { band, forms: draft.forms }, page.funnel.name, place),
                )}
              />
              <span className="absolute top-1 right-1 rounded-control bg-sheet/90">
                <IconButton
                  label={`Delete the template ${template.name}`}
                  onClick={() => void remove(templateToRemove(template.id))}
                >
                  <X />
                </IconButton>
              </span>
            </li>
          );
        })}
      </ul>
      {removal}
    </section>
  );
}

function ReadyBands({ page, isWanted }: Wanted) {
  const store = useEditorStore();
  const shelf = useShelf();
  const [aim, setAim] = useState<Aim | 'all'>('all');
  const [trade, setTrade] = useState<Trade | 'all'>('all');
  const suited = readyBands.filter((ready) => suits(ready, aim, trade));
  const parts = (Object.keys(bandParts) as BandPart[]).map((part) => ({
    part,
    shown: suited.filter((ready) => ready.part === part && isWanted(ready.label, bandParts[part])),
  }));
  return (
    <>
      <div className="mt-1 grid gap-1.5 border-t border-line pt-3 [&_label>span]:w-9">
        <MeantFilter aim={aim} trade={trade} onAim={setAim} onTrade={setTrade} />
      </div>
      {parts.map(
        ({ part, shown }) =>
          shown.length > 0 && (
            <section key={part}>
              <h3 className={group}>{bandParts[part]}</h3>
              <ul className="grid gap-2">
                {shown.map((ready) => (
                  <li key={ready.name}>
                    <BandCard
                      page={page}
                      band={ready.make(make)}
                      forms={{}}
                      label={ready.label}
                      {...shelf('band', ready.label, (place) =>
                        addReadyBand(store, { band: ready.make(make) }, page.funnel.name, place),
                      )}
                    />
                  </li>
                ))}
              </ul>
            </section>
          ),
      )}
      {parts.every(({ shown }) => shown.length === 0) && (
        <p className="text-xs text-muted">
          No ready-made band matches. Use fewer words, or another aim or trade.
        </p>
      )}
    </>
  );
}

const shelfWidth = 184;

/** How wide a band is drawn for the shelf, and how high it is there: a low one is drawn nearer, so that it can be read. */
function drawing(band: Band): { width: number; height: number } {
  if (band.phone === 'beside') return { width: 560, height: 32 };
  const isLine = band.columns.every(
    ({ blocks }) => blocks.length === 1 && blocks[0]!.kind !== 'team',
  );
  return band.space <= spaces.snug && isLine
    ? { width: 760, height: 32 }
    : { width: 1080, height: 96 };
}

/** A band as it would look here: in this client's brand, with this client's facts. Drawn once it comes into sight. */
function BandCard({
  page,
  band,
  forms,
  label,
  note,
  ...press
}: {
  page: EditorPage;
  band: Band;
  forms: Draft['forms'];
  label: string;
  note?: string;
} & Pick<React.ButtonHTMLAttributes<HTMLButtonElement>, 'onClick' | 'onPointerDown'>) {
  const brand = useEditor((state) => state.brand);
  const event = useEditor((state) => state.draft.page.event);
  const [still] = useState(band);
  const { width, height } = drawing(still);
  const shown = useMemo(
    () => ({
      page: { ...emptyPage(''), bands: [still] },
      context: pageContext(page, withSamples(still, forms), brand, null, { event }),
    }),
    [still, forms, page, brand, event],
  );
  return (
    <button
      type="button"
      className="block w-full touch-none overflow-hidden rounded-control border border-line text-left hover:border-plum"
      {...press}
    >
      <Seen className={`block overflow-hidden bg-paper ${height < 96 ? 'h-8' : 'h-24'}`}>
        {() => (
          <PageFrame
            still
            {...shown}
            title={label}
            width={width}
            scale={shelfWidth / width}
            height={height}
          />
        )}
      </Seen>
      <span className="block truncate px-2 py-1 text-[13px]">
        {label} {note && <span className="text-xs text-muted">{note}</span>}
      </span>
    </button>
  );
}

/** A form to show where the band asks and has none yet. */
function withSamples(band: Band, forms: Draft['forms']): Draft['forms'] {
  const missing = band.columns
    .flatMap((column) => column.blocks)
    .flatMap((block) => ('formId' in block && !forms[block.formId] ? [block.formId] : []));
  return {
    ...forms,
    ...Object.fromEntries(
      missing.map((id) => [id, shortForm('Form', ['ask-1', 'ask-2', 'ask-3'])]),
    ),
  };
}
