import { api, type PathBoard, type PathStep } from '@plumgate/contract';
import type { Draft } from '@plumgate/core/page';
import { useEndpoint } from '../../api/hooks.ts';
import { Dialog } from '../../ui/dialog.tsx';
import { Skeleton } from '../../ui/states.tsx';
import { ChangeList, SeenPage, whatChanges } from '../pages/what-changes.tsx';

const size = { width: 190, height: 330 };

/** What publishing the funnel would change, step by step: in words, and both versions side by side. */
export function FunnelChanges({ board, onClose }: { board: PathBoard; onClose: () => void }) {
  return (
    <Dialog title="What visitors see now, and after publishing" width="w-[900px]" onClose={onClose}>
      <ul className="grid gap-5">
        {board.steps.map(
          (step, index) =>
            step.state !== 'live' && (
              <StepChanges key={step.pageId} step={step} number={index + 1} />
            ),
        )}
      </ul>
    </Dialog>
  );
}

function StepChanges({
  step: { pageId, name, state },
  number,
}: {
  step: PathStep;
  number: number;
}) {
  const params = { pageId };
  const page = useEndpoint(api.getEditorPage, { params }, { refetchOnMount: 'always' }).data;
  const revisions = useEndpoint(api.listRevisions, { params }, { refetchOnMount: 'always' }).data;
  const live = revisions?.revisions.find(({ isLive }) => isLive);
  const was = useEndpoint(
    api.getRevision,
    { params: { pageId, revisionId: live?.revisionId ?? '' } },
    { enabled: live !== undefined },
  ).data;
  const isReady = page && revisions && (!live || was);
  const draft = page?.draft as Draft | undefined;
  const words = page && draft && was ? whatChanges(page, was, { draft, client: page.client }) : [];
  return (
    <li className="grid grid-cols-[1fr_190px_190px] items-start gap-5 border-b border-line pb-5 last:border-0 max-md:grid-cols-1">
      <section className="grid content-start gap-2">
        <h3 className="text-base">
          {number} · {name}
        </h3>
        {state === 'draft' && <p>It is new: visitors see it from then on.</p>}
        {state === 'offline' && <p>It is offline now; publishing shows it again.</p>}
        {isReady && state !== 'draft' && words.length === 0 && (
          <p className="text-muted">Visitors would see no difference.</p>
        )}
        <ChangeList words={words} />
      </section>
      {isReady && draft ? (
        <>
          <SeenPage
            {...size}
            page={page}
            draft={was?.draft as Draft | undefined}
            client={was?.client ?? page.client}
            label="Live now"
          />
          <SeenPage {...size} page={page} draft={draft} client={page.client} label="The draft" />
        </>
      ) : (
        <Skeleton lines={6} />
      )}
    </li>
  );
}
