import type { EditorPage } from '@plumgate/contract';
import { blockKinds, nameOfPart, type BlockKindName } from '@plumgate/core/page';
import { readyBands } from '@plumgate/core/templates';
import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
import { addKind, addReadyBand } from './adding.ts';
import { make } from '../pages/make-ids.ts';
import { blockIcons } from './block-icons.ts';
import { showPart } from './show-part.ts';
import { useEditorStore } from './store.ts';
import { phoneWidths, useUi, wideWidths } from './ui.ts';

const item =
  'flex cursor-pointer items-center gap-2.5 rounded-control px-2.5 py-1.5 data-[selected=true]:bg-plum-tint data-[selected=true]:text-plum-dark [&_svg]:size-4 [&_svg]:text-muted';

/** Ctrl K: adds a block or a band by its name, goes to a part or a step, changes the view. What is selected stays selected. */
export function Finder({ page }: { page: EditorPage }) {
  const open = useUi((ui) => ui.finding);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(finding) => useUi.setState({ finding })}
      label="Find"
      overlayClassName="fixed inset-0 z-40 bg-ink/30"
      contentClassName="fixed top-24 left-1/2 z-50 w-[520px] max-w-[calc(100vw-32px)] -translate-x-1/2 overflow-hidden rounded-card border border-strong-line bg-sheet shadow-sm"
    >
      {open && <Choices page={page} />}
    </Command.Dialog>
  );
}

/** What choosing does, once the finder is closed. */
type Act = (does: () => unknown) => () => void;

function Choices({ page }: { page: EditorPage }) {
  const act: Act = (does) => () => {
    useUi.setState({ finding: false });
    void does();
  };
  return (
    <>
      <Command.Input
        autoFocus
        placeholder="Add, go to or view"
        className="h-11 w-full border-b border-line px-4 outline-none"
      />
      <Command.List className="max-h-80 overflow-auto p-1.5 [&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-muted">
        <Command.Empty className="px-2.5 py-3 text-muted">No match.</Command.Empty>
        <ToAdd act={act} funnelName={page.funnel.name} />
        <Places act={act} page={page} />
        <Views act={act} />
      </Command.List>
    </>
  );
}

function ToAdd({ act, funnelName }: { act: Act; funnelName: string }) {
  const store = useEditorStore();
  return (
    <Command.Group heading="Add after what is selected">
      {(Object.keys(blockKinds) as BlockKindName[]).map((kind) => {
        const Icon = blockIcons[kind];
        return (
          <Command.Item
            key={kind}
            value={`Add ${blockKinds[kind].label}`}
            className={item}
            onSelect={act(() => addKind(store, kind, funnelName))}
          >
            <Icon aria-hidden /> {blockKinds[kind].label}
          </Command.Item>
        );
      })}
      {readyBands.map((ready) => (
        <Command.Item
          key={ready.name}
          value={`Add band ${ready.label}`}
          className={item}
          onSelect={act(() => addReadyBand(store, { band: ready.make(make) }, funnelName))}
        >
          {ready.label} <span className="text-xs text-muted">band</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}

/** The steps of the funnel and the parts of the page. */
function Places({ act, page }: { act: Act; page: EditorPage }) {
  const store = useEditorStore();
  const navigate = useNavigate();
  const { draft } = store.getState();
  const parts = draft.page.bands.flatMap((band) => [
    band.id,
    ...band.columns.flatMap((column) => column.blocks.map(({ id }) => id)),
  ]);
  return (
    <Command.Group heading="Go to">
      {page.steps.map((step, index) => (
        <Command.Item
          key={step.pageId}
          value={`Step ${index + 1} ${step.name}`}
          className={item}
          onSelect={act(() => navigate(`/${page.client.slug}/pages/${step.pageId}`))}
        >
          Step {index + 1}: {step.name}
        </Command.Item>
      ))}
      {parts.map((id) => (
        <Command.Item
          key={id}
          value={`Go to ${nameOfPart(draft, id)} ${id}`}
          className={item}
          onSelect={act(() => showPart(store, id))}
        >
          {nameOfPart(draft, id)}
        </Command.Item>
      ))}
    </Command.Group>
  );
}

const zooms = ['fit', 0.5, 0.75, 1] as const;
const zoomLabel = (zoom: (typeof zooms)[number]) =>
  zoom === 'fit' ? 'Zoom to fit' : `Zoom ${zoom * 100}%`;

function Views({ act }: { act: Act }) {
  return (
    <Command.Group heading="As this visitor">
      {Object.entries(wideWidths).map(([width, label]) => (
        <Command.Item
          key={width}
          value={`${label} ${width}`}
          className={item}
          onSelect={act(() => useUi.setState({ wide: Number(width) }))}
        >
          {label}, {width} px
        </Command.Item>
      ))}
      {phoneWidths.map((width) => (
        <Command.Item
          key={width}
          value={`Phone ${width}`}
          className={item}
          onSelect={act(() => useUi.setState({ phone: width }))}
        >
          Phone, {width} px
        </Command.Item>
      ))}
      {zooms.map((zoom) => (
        <Command.Item
          key={zoom}
          value={zoomLabel(zoom)}
          className={item}
          onSelect={act(() => useUi.setState({ zoom }))}
        >
          {zoomLabel(zoom)}
        </Command.Item>
      ))}
    </Command.Group>
  );
}
