import { api, type JobView } from '@plumgate/contract';
import { useEffect, useRef } from 'react';
import { call } from '../api/call.ts';
import { useEndpoint, useRefreshAll } from '../api/hooks.ts';
import { Button } from './button.tsx';
import { useAct } from './use-act.ts';

export const isOpen = ({ state }: JobView) => state === 'queued' || state === 'running';

/** A job that was asked for just now, as far as it is known. */
export function useJob(id: string): JobView {
  const asked = useEndpoint(api.getJob, { params: { jobId: id } });
  return (
    asked.data ?? {
      ...{ id, kind: '', state: 'queued', done: 0, total: null, result: null, problem: null },
      ...{ canUndo: false, createdAt: '' },
    }
  );
}

/** Long work under way: how far it is, a way to stop it, and what came of it. `doing` is its name, "Accepting submissions". */
export function JobProgress({
  job: given,
  doing,
  resultWords,
}: {
  job: JobView;
  doing: string;
  /** What came of it, in a sentence. */
  resultWords: (result: Record<string, unknown>) => string;
}) {
  const params = { jobId: given.id };
  const asked = useEndpoint(
    api.getJob,
    { params },
    { enabled: isOpen(given), refetchInterval: 1000 },
  );
  const job = asked.data ?? given;
  const refresh = useRefreshAll();
  const act = useAct();
  const wasOpen = useRef(isOpen(given));
  const isOver = !isOpen(job);
  useEffect(() => {
    if (!wasOpen.current || !isOver) return;
    wasOpen.current = false;
    void refresh();
  }, [isOver, refresh]);
  const share = job.total ? job.done / job.total : 0;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-card border border-line bg-sheet px-4 py-3"
    >
      <div className="min-w-0 flex-1 basis-60">
        <p className="font-semibold">{isOver ? overWords(job, resultWords) : doing}</p>
        {!isOver && (
          <>
            <p className="text-xs text-muted tabular-nums">
              {job.total === null
                ? 'Starting'
                : `${job.done.toLocaleString('en-US')} of ${job.total.toLocaleString('en-US')}`}
            </p>
            <progress className="mt-1 h-2 w-full accent-plum" value={share} max={1}>
              {Math.round(share * 100)}%
            </progress>
          </>
        )}
      </div>
      {!isOver && (
        <Button
          onClick={() =>
            void act(async () => {
              await call(api.cancelJob, { params });
              return { said: 'Stopping.' };
            })
          }
        >
          Stop
        </Button>
      )}
      {job.canUndo && (
        <Button
          onClick={() =>
            void act(async () => {
              await call(api.undoJob, { params });
              return { said: 'Undone.' };
            })
          }
        >
          Undo
        </Button>
      )}
    </div>
  );
}

function overWords(job: JobView, resultWords: (result: Record<string, unknown>) => string): string {
  switch (job.state) {
    case 'failed':
      return job.problem ?? 'It could not be finished.';
    case 'cancelled':
      return job.done === 0
        ? 'Stopped before it started.'
        : `Stopped after ${job.done.toLocaleString('en-US')}. What was done stays done.`;
    case 'undone':
      return 'Undone.';
    default:
      return resultWords(job.result ?? {});
  }
}
