import { api, type PathBoard } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { ShareDialog } from '../sharing/share-dialog.tsx';
import { AddStep } from './add-step.tsx';
import { Arrivals } from './arrivals.tsx';
import { FunnelLaunch } from './funnel-launch.tsx';
import { FunnelMenu } from './funnel-menu.tsx';
import { Hop } from './hop.tsx';
import { PathBench, StepPlace } from './path-bench.tsx';
import { Step } from './step.tsx';
import { TestRunDialog } from './test-run-dialog.tsx';

/** A funnel's home: where visitors come from, its pages, what carries them on and how many it carries. */
export function PathScreen() {
  const { funnelId = '' } = useParams();
  const client = useClient();
  const board = useEndpoint(
    api.getPath,
    { params: { funnelId } },
    { refetchInterval: 15_000, refetchOnMount: 'always' },
  );
  if (board.isError) return <Failed error={board.error} again={() => void board.refetch()} />;
  if (!client || !board.data) return <Skeleton />;
  return <Path board={board.data} clientSlug={client.slug} />;
}

function Path({ board, clientSlug }: { board: PathBoard; clientSlug: string }) {
  const { funnel, steps, arrivals, days, leads, converted } = board;
  /** The place at which a step is being added; null while none is. */
  const [adding, setAdding] = useState<number | null>(null);
  const [sharing, setSharing] = useState(false);
  const [isTesting, setTesting] = useState(false);
  const visitors = steps[0]?.visitors ?? 0;
  return (
    <div className="flex min-h-full flex-col">
      <PageHead
        title={funnel.name}
        above={
          <>
            <Link className="hover:underline" to={`/${clientSlug}/funnels`}>
              Funnels
            </Link>
            {funnel.folder && ` / ${funnel.folder}`}
          </>
        }
        beside={steps[0] && <StatePill state={steps[0].state} />}
      >
        <p className="text-xs text-muted tabular-nums">
          Last {days} days: {visitors.toLocaleString('en-US')} visitors,{' '}
          {leads.toLocaleString('en-US')} leads, {shareText(converted, visitors)} of visitors
        </p>
        <Button disabled={steps.length === 0} onClick={() => setTesting(true)}>
          Test run
        </Button>
        <Button disabled={steps.length === 0} onClick={() => setSharing(true)}>
          Share
        </Button>
        <FunnelLaunch board={board} clientSlug={clientSlug} />
        <FunnelMenu board={board} clientSlug={clientSlug} />
      </PageHead>
      <PathBench board={board}>
        <div className="flex flex-1 items-start overflow-x-auto px-6 py-7 max-md:flex-col max-md:gap-6">
          <Arrivals arrivals={arrivals} />
          {steps.map((step, index) => (
            <StepPlace key={step.pageId} step={step}>
              <Step board={board} step={step} number={index + 1} clientSlug={clientSlug} />
              <Hop
                board={board}
                index={index}
                onAdd={() => setAdding(index + 1)}
                isWeakest={board.weakest === step.pageId}
              />
            </StepPlace>
          ))}
          <button
            type="button"
            className="mt-1 grid h-[252px] w-[84px] shrink-0 place-content-center justify-items-center gap-2 rounded-card border border-dashed border-strong-line px-2 font-semibold text-plum-dark hover:bg-plum-tint"
            onClick={() => setAdding(steps.length)}
          >
            <Plus className="size-5" aria-hidden />
            Add a step
          </button>
        </div>
      </PathBench>
      {sharing && <ShareDialog board={board} onClose={() => setSharing(false)} />}
      {isTesting && <TestRunDialog board={board} onClose={() => setTesting(false)} />}
      {adding !== null && (
        <AddStep board={board} position={adding} onClose={() => setAdding(null)} />
      )}
    </div>
  );
}
