import { api, type ClientSummary, type TestSummary } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { verdictWords } from '@plumgate/core/splittest';
import { Plus } from 'lucide-react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { dateText } from '../../ui/when.ts';
import { ResultsTabs } from '../results/results-tabs.tsx';
import { IdeaDialog } from './idea-dialog.tsx';
import { stateWords } from './test-words.ts';

/** The ideas that were tested for a client, the newest first, and what came of them. */
export function TestsScreen() {
  const client = useClient();
  const refresh = useRefreshAll();
  const navigate = useNavigate();
  // Which page an idea is for: the editor and the path lead here with it.
  const [search, setSearch] = useSearchParams();
  const forPage = search.get('page');
  const params = { clientId: client?.id ?? '' };
  const enabled = client !== undefined;
  const asked = useEndpoint(api.listTests, { params }, { enabled });
  const pages = useEndpoint(api.listPages, { params }, { enabled });
  const failed = [asked, pages].find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!client || !asked.data || !pages.data) return <Skeleton />;
  const { tests } = asked.data;
  const live = pages.data.pages.filter((page) => page.live);
  const begin = () => setSearch({ page: live[0]?.pageId ?? '' });
  const close = () => setSearch({}, { replace: true });
  return (
    <>
      <PageHead title="Results">
        {live.length > 0 && (
          <Button look="main" onClick={begin}>
            <Plus className="size-4" aria-hidden /> Test an idea
          </Button>
        )}
      </PageHead>
      <ResultsTabs client={client} />
      {tests.length === 0 ? (
        <Empty title={`No idea was tested for ${client.name} yet`}>
          <p>
            Change a live page’s draft, then test it instead of publishing: some visitors see the
            page as it is, some see the draft, and you see which does better.
          </p>
          {live.length === 0 && <p>Publish a page first: only a live page can be tested.</p>}
        </Empty>
      ) : (
        <ul className="grid max-w-5xl gap-3 p-6 max-md:p-4">
          {tests.map((test) => (
            <Idea key={test.testId} {...{ client, test }} />
          ))}
        </ul>
      )}
      {forPage !== null && live.length > 0 && (
        <IdeaDialog
          pageId={live.find(({ pageId }) => pageId === forPage)?.pageId ?? null}
          pages={live.map(({ pageId, name, funnel }) => ({
            pageId: pageId as PageId,
            name: `${name} (${funnel})`,
          }))}
          test={null}
          onSaved={({ testId }) => {
            void refresh();
            void navigate(`/${client.slug}/results/tests/${testId}`);
          }}
          onClose={close}
        />
      )}
    </>
  );
}

function Idea({ client, test }: { client: ClientSummary; test: TestSummary }) {
  const { tone, label } = stateWords[test.state];
  const visitors = test.variations.reduce((all, one) => all + one.visitors, 0);
  return (
    <li className="grid gap-1.5 rounded-card border border-line bg-sheet px-5 py-4">
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <Link
          className="min-w-0 flex-1 basis-64 font-title text-lg leading-snug font-semibold break-words hover:underline"
          to={`/${client.slug}/results/tests/${test.testId}`}
        >
          {test.hypothesis}
        </Link>
        {test.kept && <Pill tone="leaf">{test.kept} kept</Pill>}
        <Pill tone={tone}>{label}</Pill>
      </div>
      <p>{verdictWords(test)}</p>
      <p className="text-[13px] text-muted">
        {test.page.name}
        {test.page.isDeleted && ', deleted'} ·{' '}
        {dateText(test.startedAt ?? test.madeAt, client.zone)}
        {visitors > 0 && ` · ${visitors.toLocaleString('en-US')} visitors`}
      </p>
    </li>
  );
}
