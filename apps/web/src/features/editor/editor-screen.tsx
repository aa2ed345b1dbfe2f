import { api, type EditorPage } from '@plumgate/contract';
import { pageNode } from '@plumgate/core/page';
import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton, LinkButton } from '../../ui/button.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useNarrow } from '../../ui/use-narrow.ts';
import { AddShelf } from './add-shelf.tsx';
import { BrandShelf } from './brand/brand-shelf.tsx';
import { ChooseForm } from './choose-form.tsx';
import { Canvas } from './canvas.tsx';
import { SeeChanges } from './see-changes.tsx';
import { LaunchPanel } from './launch-panel.tsx';
import { Outline } from './outline.tsx';
import { SettingsPanel } from './settings/settings-panel.tsx';
import { Finder } from './finder.tsx';
import { useSaveOnLeave } from './use-save-on-leave.ts';
import { KeysList } from './keys-list.tsx';
import { MovingLayer } from './moving/moving-layer.tsx';
import {
  createEditorStore,
  EditorProvider,
  ReadingProvider,
  useEditor,
  useEditorStore,
} from './store.ts';
import { showPart } from './show-part.ts';
import { SaveProblem, SaveStatus } from './save-state.tsx';
import { takeAskedPage } from '../pages/asked-page.ts';
import { useRoving } from '../../ui/use-roving.ts';
import { useUi } from './ui.ts';
import { throttledStore, type Pace } from './throttled-store.ts';
import { useWindowKeys } from './use-editor-keys.ts';
import { ViewChoice } from './view-choice.tsx';

/** The outline, the settings and the bar follow once the hand rests. */
const aroundCanvas: Pace = { rest: 250, atLatest: 1500 };

/** A page being made: its outline and parts on the left, the page itself, and the settings of what is selected. */
export function EditorScreen() {
  const { pageId = '' } = useParams();
  // A page is loaded once for an editor: what comes later from the server would overwrite what is being written.
  return <Loaded key={pageId} pageId={pageId} />;
}

function Loaded({ pageId }: { pageId: string }) {
  const [first, setFirst] = useState<EditorPage | null>(null);
  const [early, setEarly] = useState(() => takeAskedPage(pageId));
  useEffect(() => {
    early?.then(
      (page) => setFirst((kept) => kept ?? page),
      () => setEarly(null),
    );
  }, [early]);
  const asked = useEndpoint(
    api.getEditorPage,
    { params: { pageId } },
    { refetchOnMount: 'always', enabled: early === null },
  );
  const isNarrow = useNarrow();
  const fresh = asked.isFetchedAfterMount ? asked.data : undefined;
  useEffect(() => {
    if (fresh) setFirst((kept) => kept ?? fresh);
  }, [fresh]);
  if (asked.isError && !first)
    return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!first) return <Skeleton lines={12} />;
  return isNarrow ? <TooNarrow page={first} /> : <Editor page={first} />;
}

/** The outline, both views and the settings stand side by side: on a phone there is no room for them. */
function TooNarrow({ page: { client, funnel, steps, pageId } }: { page: EditorPage }) {
  const step = steps.find((one) => one.pageId === pageId);
  return (
    <Empty title="Editing needs a wider window">
      <p>
        Open {step?.name ?? 'this page'} on a computer, or turn a tablet sideways, to change it. The
        path shows how it is doing.
      </p>
      <LinkButton look="main" to={`/${client.slug}/funnels/${funnel.id}`}>
        Open the path
      </LinkButton>
    </Empty>
  );
}

function Editor({ page }: { page: EditorPage }) {
  const [store] = useState(() => createEditorStore(page));
  const [beside] = useState(() => throttledStore(store, () => true, aroundCanvas));
  const [asked] = useSearchParams();
  const isShelfFolded = useUi((ui) => ui.isShelfFolded);
  const areSettingsFolded = useUi((ui) => ui.areSettingsFolded);
  const [part, show] = [asked.get('part'), asked.get('show')];
  // A fix that was pressed elsewhere opens the page with the right part in hand.
  useEffect(() => {
    if (part) showPart(store, part);
    if (show === 'page') showPart(store, pageNode);
    if (show === 'brand') useUi.setState({ shelf: 'brand', isShelfFolded: false });
  }, [store, part, show]);
  useEffect(
    () =>
      store.subscribe((state, before) => {
        if (state.selected !== before.selected && state.selected !== pageNode)
          useUi.setState({ areSettingsFolded: false });
      }),
    [store],
  );
  useSaveOnLeave(store);
  useEffect(
    () => () =>
      useUi.setState({
        moving: null,
        writing: null,
        pressed: null,
        finding: false,
        choosingForm: null,
      }),
    [],
  );
  return (
    <EditorProvider value={store}>
      <div className="flex h-full flex-col">
        <ReadingProvider value={beside}>
          <Toolbar page={page} />
          <SaveProblem />
        </ReadingProvider>
        <div className="flex min-h-0 flex-1">
          {!isShelfFolded && (
            <ReadingProvider value={beside}>
              <Shelf page={page} />
            </ReadingProvider>
          )}
          <Canvas page={page} />
          {!areSettingsFolded && (
            <aside
              aria-label="Settings"
              className="relative w-[268px] shrink-0 overflow-auto border-l border-line bg-sheet"
            >
              <ReadingProvider value={beside}>
                <SettingsPanel page={page} />
              </ReadingProvider>
            </aside>
          )}
        </div>
      </div>
      <Finder page={page} />
      <ChooseForm />
      <KeysList />
      <MovingLayer />
    </EditorProvider>
  );
}

function Toolbar({ page }: { page: EditorPage }) {
  useWindowKeys();
  const store = useEditorStore();
  const refresh = useRefreshAll();
  const live = useEditor((state) => state.live);
  const mayUndo = useEditor((state) => state.past.length > 0);
  const mayRedo = useEditor((state) => state.future.length > 0);
  const [publishing, setPublishing] = useState(false);
  const publish = async () => {
    setPublishing(true);
    try {
      const address = await store.getState().publish();
      await refresh();
      toast.success('Published. Visitors see it from now on.', {
        action: { label: 'Open', onClick: () => window.open(address, '_blank') },
      });
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setPublishing(false);
    }
  };
  const { client } = useParams();
  return (
    <div className="flex h-[46px] shrink-0 items-center gap-3 border-b border-line px-4 [&>:not(nav)]:shrink-0">
      <Link
        to={`/${client}/funnels/${page.funnel.id}`}
        className="font-semibold whitespace-nowrap text-plum-dark hover:underline"
      >
        ← Path
      </Link>
      <nav
        aria-label="Steps"
        className="flex min-w-0 overflow-hidden rounded-control border border-strong-line bg-sheet"
      >
        {page.steps.map((step, index) => (
          <Link
            key={step.pageId}
            to={`/${client}/pages/${step.pageId}`}
            aria-current={step.pageId === page.pageId ? 'page' : undefined}
            className="max-w-40 truncate border-l border-line px-3 py-1 text-[13px] font-medium first:border-0 hover:bg-paper aria-[current]:bg-plum-tint aria-[current]:font-semibold aria-[current]:text-plum-dark"
          >
            {index + 1} {step.name}
          </Link>
        ))}
      </nav>
      <StatePill state={live} />
      <ViewChoice />
      <div className="ml-auto flex items-center gap-2">
        <SaveStatus />
        <IconButton
          label="Undo (Ctrl Z)"
          disabled={!mayUndo}
          onClick={() => store.getState().undo()}
        >
          <Undo2 />
        </IconButton>
        <IconButton
          label="Redo (Ctrl Shift Z)"
          disabled={!mayRedo}
          onClick={() => store.getState().redo()}
        >
          <Redo2 />
        </IconButton>
        <LaunchPanel page={page} />
        <SeeChanges page={page} />
        {page.test && (
          <LinkButton look="quiet" to={`/${client}/results/tests/${page.test.testId}`}>
            {page.test.isRunning ? 'Test running' : 'Test planned'}
          </LinkButton>
        )}
        {page.test?.isRunning ? null : live === 'live' ? (
          <span className="px-2 text-[13px] text-muted">Up to date</span>
        ) : (
          <Button look="main" disabled={publishing} onClick={() => void publish()}>
            Publish
          </Button>
        )}
      </div>
    </div>
  );
}

/** Who adds something needs to see where it goes: the settings come back with what is added. */
const openShelf = (shelf: keyof typeof tabs): void =>
  useUi.setState({ shelf, ...(shelf === 'add' && { areSettingsFolded: true }) });

const tabs = { outline: 'Outline', add: 'Add', brand: 'Brand' } as const;

function Shelf({ page }: { page: EditorPage }) {
  const tab = useUi((ui) => ui.shelf);
  const row = useRoving<HTMLDivElement>();
  return (
    <aside
      aria-label="Shelf"
      className="flex w-[212px] shrink-0 flex-col border-r border-line bg-sheet"
    >
      <div
        ref={row}
        role="tablist"
        aria-label="Shelf"
        className="m-3 flex rounded-control border border-line bg-paper p-0.5"
      >
        {(Object.keys(tabs) as (keyof typeof tabs)[]).map((name) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={tab === name}
            className="flex-1 rounded-md py-1 text-[13px] font-semibold text-muted aria-selected:bg-sheet aria-selected:text-ink"
            onClick={() => openShelf(name)}
          >
            {tabs[name]}
          </button>
        ))}
      </div>
      <div className="relative min-h-0 flex-1 overflow-auto px-3 pb-4">
        {tab === 'outline' && <Outline facts={page.client.facts} />}
        {tab === 'add' && <AddShelf page={page} />}
        {tab === 'brand' && <BrandShelf page={page} />}
      </div>
    </aside>
  );
}
