import { api, type EditorPage, type TestView } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import type { Draft } from '@plumgate/core/page';
import { useEndpoint } from '../../api/hooks.ts';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { SeenPage } from '../pages/what-changes.tsx';

type Variation = TestView['variations'][number];

/** The variations of a test side by side, each on a wide screen and on a phone. */
export function VariationPictures({ test }: { test: TestView }) {
  const { pageId } = test.page;
  const params = { pageId };
  const page = useEndpoint(api.getEditorPage, { params }, { refetchOnMount: 'always' });
  const revisions = useEndpoint(api.listRevisions, { params });
  const failed = [page, revisions].find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!page.data || !revisions.data) return <Skeleton lines={8} />;
  const live = revisions.data.revisions.find(({ isLive }) => isLive)?.revisionId ?? null;
  return (
    <ul className="grid gap-6">
      {test.variations.map((one, index) => (
        <li key={one.variationId}>
          <h3 className="mb-2 font-semibold">
            {one.letter} · {index === 0 ? 'The page as it is' : one.change || 'The draft'}
          </h3>
          <Pictures
            {...{ pageId, page: page.data, variation: one }}
            revisionId={one.revisionId ?? (index === 0 ? live : null)}
            isDraft={test.state === 'planned' && index === test.variations.length - 1}
          />
        </li>
      ))}
    </ul>
  );
}

function Pictures({
  pageId,
  page,
  variation: { letter },
  revisionId,
  isDraft,
}: {
  pageId: PageId;
  page: EditorPage;
  variation: Variation;
  /** What is shown of it; null for one that is only set aside, and for the draft. */
  revisionId: string | null;
  isDraft: boolean;
}) {
  const asked = useEndpoint(
    api.getRevision,
    { params: { pageId, revisionId: revisionId ?? '' } },
    { enabled: revisionId !== null && !isDraft },
  );
  if (!isDraft && revisionId === null)
    return <p className="text-muted">Set aside as it was; it is shown when the test runs.</p>;
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  const draft = (isDraft ? page.draft : asked.data?.draft) as Draft | undefined;
  const client = isDraft ? page.client : asked.data?.client;
  if (!draft || !client) return <Skeleton lines={6} />;
  return (
    <div className="flex flex-wrap items-start gap-4">
      <SeenPage
        {...{ page, draft, client }}
        label={`${letter} on a wide screen`}
        screen={1280}
        width={470}
        height={340}
      />
      <SeenPage
        {...{ page, draft, client }}
        label={`${letter} on a phone`}
        width={170}
        height={340}
      />
    </div>
  );
}
