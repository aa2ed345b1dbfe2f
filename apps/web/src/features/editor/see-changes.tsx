import { api, type EditorPage, type RevisionView } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { ChangeList, SeenPage, whatChanges } from '../pages/what-changes.tsx';
import { useEditor, useEditorStore } from './store.ts';

const size = { width: 250, height: 540 };

/** What publishing would change, and what was published before. */
export function SeeChanges({ page }: { page: EditorPage }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        See changes
      </Button>
      {open && (
        <Dialog
          title="What visitors see now, and after publishing"
          width="w-[1040px]"
          onClose={() => setOpen(false)}
        >
          <Changes page={page} onClose={() => setOpen(false)} />
        </Dialog>
      )}
    </>
  );
}

function Changes({ page, onClose }: { page: EditorPage; onClose: () => void }) {
  const { pageId } = page;
  const { client } = useParams();
  const draft = useEditor((state) => state.draft);
  const asked = useEndpoint(
    api.listRevisions,
    { params: { pageId } },
    { refetchOnMount: 'always' },
  );
  const revisions = asked.data?.revisions ?? [];
  const [chosen, setChosen] = useState<RevisionView | null>(null);
  const shown = chosen ?? revisions.find(({ isLive }) => isLive) ?? null;
  const brand = useEditor((state) => state.brand);
  const revision = useEndpoint(
    api.getRevision,
    { params: { pageId, revisionId: shown?.revisionId ?? '' } },
    { enabled: shown !== null },
  ).data;
  const earlier = revision?.draft as Draft | undefined;
  const now = useMemo(() => ({ ...page.client, brand }), [page, brand]);
  const changes = useMemo(
    () => (revision ? whatChanges(page, revision, { draft, client: now }) : []),
    [page, revision, now, draft],
  );
  if (!asked.data) return <Skeleton lines={6} />;
  const { zone } = page.client;
  return (
    <div className="grid grid-cols-[1fr_250px_250px] items-start gap-5 max-md:grid-cols-1">
      <section className="grid max-h-[560px] gap-3 overflow-auto">
        {revisions.length === 0 ? (
          <p>Nothing is live yet: publishing shows visitors the page on the right.</p>
        ) : (
          <>
            <h3 className="text-base">
              {changes.length === 0
                ? 'No difference'
                : `${changes.length} ${changes.length === 1 ? 'change' : 'changes'}`}
            </h3>
            <ChangeList words={changes} />
            {changes.length > 0 && !page.test && (
              <p className="text-[13px]">
                Not sure that it is better?{' '}
                <Link
                  className="font-semibold text-plum-dark underline"
                  to={`/${client}/results/tests?page=${pageId}`}
                >
                  Test the draft against the live page
                </Link>
              </p>
            )}
            <Published {...{ page, revisions, shown, zone, onClose }} onChoose={setChosen} />
          </>
        )}
      </section>
      <SeenPage
        {...size}
        page={page}
        draft={earlier}
        client={revision?.client ?? now}
        label={shown ? (shown.isLive ? 'Live now' : whenText(shown.publishedAt, zone)) : 'Live now'}
      />
      <SeenPage {...size} page={page} draft={draft} client={now} label="The draft" />
    </div>
  );
}

/** Every time it was published, and the way back to any of them. */
function Published({
  page,
  revisions,
  shown,
  zone,
  onChoose,
  onClose,
}: {
  page: EditorPage;
  revisions: RevisionView[];
  shown: RevisionView | null;
  zone: string;
  onChoose: (revision: RevisionView) => void;
  onClose: () => void;
}) {
  const act = useAct();
  const store = useEditorStore();
  const { pageId } = page;
  const putBack = (revision: RevisionView) =>
    act(async () => {
      const before = revisions.find(({ isLive }) => isLive);
      const back = (revisionId: RevisionView['revisionId']) =>
        call(api.putBack, { params: { pageId, revisionId } });
      await back(revision.revisionId);
      store.setState({ live: 'changed' });
      return {
        said: `Visitors see the page of ${whenText(revision.publishedAt, zone)} again. Your draft is as it was.`,
        ...(before && { undo: () => back(before.revisionId) }),
      };
    });
  const takeUp = (revision: RevisionView) =>
    act(async () => {
      const { draft } = await call(api.getRevision, {
        params: { pageId, revisionId: revision.revisionId },
      });
      const { edit, draft: now } = store.getState();
      // Forms stand on other pages too: they stay as they are, and only the page goes back.
      const page = (draft as Draft).page;
      edit([
        { do: 'replace', draft: { page, forms: { ...(draft as Draft).forms, ...now.forms } } },
      ]);
      onClose();
      return { said: 'The draft is that page now. Undo leads back to yours.' };
    });
  return (
    <section className="mt-2 grid gap-1">
      <h3 className="text-base">Published</h3>
      <ul>
        {revisions.map((revision) => (
          <li
            key={revision.revisionId}
            className={`flex flex-wrap items-center gap-2 border-b border-line py-1.5 ${revision === shown ? 'bg-plum-tint/60' : ''}`}
          >
            <button
              type="button"
              className="min-w-0 flex-1 truncate pl-1 text-left hover:underline"
              onClick={() => onChoose(revision)}
            >
              {whenText(revision.publishedAt, zone)}
              <span className="text-muted"> {revision.by ? `by ${revision.by}` : ''}</span>
            </button>
            {revision.isLive ? (
              <Pill tone="leaf">Live</Pill>
            ) : (
              <>
                <Button look="quiet" onClick={() => void takeUp(revision)}>
                  Restore as draft
                </Button>
                <Button look="quiet" onClick={() => void putBack(revision)}>
                  Restore
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
