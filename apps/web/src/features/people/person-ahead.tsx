import { api, type PersonRecord } from '@plumgate/contract';
import { Pause, Play, SkipForward, Square } from 'lucide-react';
import { call } from '../../api/call.ts';
import { IconButton } from '../../ui/button.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';

/** The sequences that somebody is in, and what is coming up for them. */
export function PersonAhead({ person, zone }: { person: PersonRecord; zone: string }) {
  const { comingUp, runs } = person;
  if (comingUp.length === 0 && runs.length === 0) return null;
  return (
    <section aria-labelledby="ahead">
      <h3 id="ahead" className="mb-2">
        Coming up
      </h3>
      <ul className="mb-2 grid gap-1 empty:hidden">
        {runs.map((run) => (
          <Run key={run.id} {...{ run, zone }} />
        ))}
      </ul>
      <ol className="grid gap-2 border-l-2 border-dashed border-strong-line pl-4">
        {comingUp.map((next) => (
          <Next key={next.runStepId ?? next.at + next.text} {...{ next, zone }} />
        ))}
      </ol>
    </section>
  );
}

function Run({ run, zone }: { run: PersonRecord['runs'][number]; zone: string }) {
  const act = useAct();
  const set = (state: 'paused' | 'running' | 'ended') =>
    call(api.setRun, { params: { runId: run.id }, body: { state } });
  const [pauses, goesOn] = [() => set('paused'), () => set('running')];
  return (
    <li className="flex items-center gap-2 rounded-control bg-tide-tint px-2.5 py-1">
      <span className="min-w-0 flex-1">
        <b className="block truncate font-semibold">{run.sequence}</b>
        {run.pausedAt && (
          <span className="block text-xs text-muted">paused {whenText(run.pausedAt, zone)}</span>
        )}
      </span>
      {run.pausedAt ? (
        <IconButton
          label={`Let “${run.sequence}” go on`}
          onClick={() =>
            void act(async () => {
              await goesOn();
              return { said: `“${run.sequence}” goes on.`, undo: pauses };
            })
          }
        >
          <Play />
        </IconButton>
      ) : (
        <IconButton
          label={`Pause “${run.sequence}”`}
          onClick={() =>
            void act(async () => {
              await pauses();
              return { said: `“${run.sequence}” is paused for them.`, undo: goesOn };
            })
          }
        >
          <Pause />
        </IconButton>
      )}
      <IconButton
        label={`Stop “${run.sequence}”`}
        onClick={() =>
          void act(async () => {
            await set('ended');
            return { said: `“${run.sequence}” is stopped for them.` };
          })
        }
      >
        <Square />
      </IconButton>
    </li>
  );
}

function Next({ next, zone }: { next: PersonRecord['comingUp'][number]; zone: string }) {
  const act = useAct();
  const { runStepId, at, text, note } = next;
  const skip = (skip: boolean) =>
    call(api.skipRunStep, { params: { runStepId: runStepId! }, body: { skip } });
  return (
    <li className="flex items-start gap-2">
      <span className="min-w-0 flex-1 break-words">
        <b className="font-semibold">{whenText(at, zone)}</b> · {text}{' '}
        <span className="block text-xs text-muted">{note}</span>
      </span>
      {runStepId && (
        <IconButton
          label={`Skip ${text}`}
          onClick={() =>
            void act(async () => {
              await skip(true);
              return { said: 'Skipped.', undo: () => skip(false) };
            })
          }
        >
          <SkipForward />
        </IconButton>
      )}
    </li>
  );
}
