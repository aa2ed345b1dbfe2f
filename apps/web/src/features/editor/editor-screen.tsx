import { api, type EditorPage } from '@plumgate/contract';
import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { messageOf } from '../../api/call.ts';
import { useAsk, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { AddShelf } from './add-shelf.tsx';
import { BrandShelf } from './brand-shelf.tsx';
import { Canvas } from './canvas.tsx';
import { Outline } from './outline.tsx';
import { SettingsPanel } from './settings/settings-panel.tsx';
import { createEditorStore, EditorProvider, useEditor, useEditorStore } from './store.ts';
import { useWindowKeys } from './use-editor-keys.ts';

/** A page being made: its outline and parts on the left, the page itself, and the settings of what is selected. */
export function EditorScreen() {
  const { pageId = '' } = useParams();
  // A page is loaded once for an editor: what comes later from the server would overwrite what is being written.
  const [round, setRound] = useState(0);
  return <Loaded key={`${pageId} ${round}`} pageId={pageId} again={() => setRound(round + 1)} />;
}

function Loaded({ pageId, again }: { pageId: string; again: () => void }) {
  const asked = useAsk(api.getEditorPage, { params: { pageId } }, { refetchOnMount: 'always' });
  const [first, setFirst] = useState<EditorPage | null>(null);
  const fresh = asked.isFetchedAfterMount ? asked.data : undefined;
  useEffect(() => {
    if (fresh) setFirst((kept) => kept ?? fresh);
  }, [fresh]);
  if (asked.isError && !first)
    return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!first) return <Skeleton lines={12} />;
  return <Editor page={first} again={again} />;
}

function Editor({ page, again }: { page: EditorPage; again: () => void }) {
  const [store] = useState(() => createEditorStore(page));
  useEffect(() => {
    const keepNow = () =>
      void store
        .getState()
        .keep()
        .catch(() => {});
    const warn = (event: BeforeUnloadEvent) => {
      if (store.getState().keeping !== 'kept') event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => {
      window.removeEventListener('beforeunload', warn);
      keepNow();
    };
  }, [store]);
  return (
    <EditorProvider value={store}>
      <div className="flex h-full flex-col">
        <Toolbar page={page} again={again} />
        <div className="flex min-h-0 flex-1">
          <Shelf page={page} />
          <Canvas page={page} />
          <aside
            aria-label="Settings"
            className="w-[268px] shrink-0 overflow-auto border-l border-line bg-sheet"
          >
            <SettingsPanel page={page} />
          </aside>
        </div>
      </div>
    </EditorProvider>
  );
}

function Toolbar({ page, again }: { page: EditorPage; again: () => void }) {
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
        action: { label: 'Open it', onClick: () => window.open(address, '_blank') },
      });
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setPublishing(false);
    }
  };
  const { client } = useParams();
  return (
    <div className="flex h-[46px] shrink-0 items-center gap-3 border-b border-line px-4">
      <Link
        to={`/${client}/funnels/${page.funnel.id}`}
        className="font-semibold whitespace-nowrap text-plum-dark hover:underline"
      >
        ← Path
      </Link>
      <nav
        aria-label="Steps"
        className="flex overflow-hidden rounded-control border border-strong-line bg-sheet"
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
      <div className="ml-auto flex min-w-0 items-center gap-2">
        <Keeping again={again} />
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
        <Button look="main" disabled={publishing || live === 'live'} onClick={() => void publish()}>
          {live === 'draft'
            ? 'Publish the page'
            : live === 'live'
              ? 'Published'
              : 'Publish changes'}
        </Button>
      </div>
    </div>
  );
}

const words = {
  kept: 'All changes kept',
  keeping: 'Keeping…',
  failed: 'Not kept yet',
  apart: 'Changed elsewhere',
} as const;

/** Whether everything is safe; when it is not, why, and what to do. */
function Keeping({ again }: { again: () => void }) {
  const store = useEditorStore();
  const keeping = useEditor((state) => state.keeping);
  const notice = useEditor((state) => state.notice);
  const trouble = keeping === 'failed' || keeping === 'apart';
  return (
    <div className="flex min-w-0 items-center gap-2 text-xs">
      <span
        role="status"
        className={`truncate ${trouble || notice ? 'font-semibold text-brick' : 'text-muted'}`}
        title={notice ?? undefined}
      >
        {notice ?? words[keeping]}
      </span>
      {keeping === 'failed' && (
        <Button
          onClick={() =>
            void store
              .getState()
              .keep()
              .catch(() => {})
          }
        >
          Keep again
        </Button>
      )}
      {keeping === 'apart' && <Button onClick={again}>Load the newest</Button>}
    </div>
  );
}

const tabs = { outline: 'Outline', add: 'Add', brand: 'Brand' } as const;

function Shelf({ page }: { page: EditorPage }) {
  const [tab, setTab] = useState<keyof typeof tabs>('outline');
  return (
    <aside
      aria-label="Shelf"
      className="flex w-[212px] shrink-0 flex-col border-r border-line bg-sheet"
    >
      <div role="tablist" className="m-3 flex rounded-control border border-line bg-paper p-0.5">
        {(Object.keys(tabs) as (keyof typeof tabs)[]).map((name) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={tab === name}
            className="flex-1 rounded-md py-1 text-[13px] font-semibold text-muted aria-selected:bg-sheet aria-selected:text-ink"
            onClick={() => setTab(name)}
          >
            {tabs[name]}
          </button>
        ))}
      </div>
      <div className="min-h-0 flex-1 overflow-auto px-3 pb-4">
        {tab === 'outline' && <Outline />}
        {tab === 'add' && <AddShelf clientId={page.client.id} funnelName={page.funnel.name} />}
        {tab === 'brand' && <BrandShelf page={page} />}
      </div>
    </aside>
  );
}
