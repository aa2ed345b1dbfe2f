import type { Instant } from '../basics/index.ts';
import { planRun, type Decided, type PlannedStep, type RunInputs } from './plan-run.ts';
import { mostLanesDeep, type SequenceStep, type Way } from './sequence.ts';

/**
 * A plan as it would go on if each step that waits went the given way: what is waited for happens the moment that it is
 * waited for, or not until the last. Steps that no way is given for wait in vain. For the dry run; `decided` says when each
 * wait would be over.
 */
export function rehearseRun(
  inputs: Omit<RunInputs, 'decided'>,
  ways: Readonly<Record<string, Way>>,
): { plan: PlannedStep[]; decided: Readonly<Record<string, Decided>> } {
  let decided: Record<string, Decided> = {};
  for (let deep = 0; ; deep++) {
    const plan = planRun({ ...inputs, decided });
    const waits = plan.flatMap(({ step: id, at }) => {
      const step = inputs.sequence.steps.find((one) => one.id === id)!;
      return at && step.action.kind === 'wait' && !decided[id] ? [{ step, at }] : [];
    });
    if (waits.length === 0 || deep > mostLanesDeep) return { plan, decided };
    decided = {
      ...decided,
      ...Object.fromEntries(
        waits.map(({ step, at }) => {
          const way = ways[step.id] ?? 'in-vain';
          return [step.id, { way, at: way === 'happened' ? at : waitsUntil(step, at) }];
        }),
      ),
    };
  }
}

/** Until when a step waits that began to at a moment. Days are 24 hours here: what is asked is how long somebody had. */
export function waitsUntil({ action }: SequenceStep, from: Instant): Instant {
  if (action.kind !== 'wait') return from;
  const { amount, unit } = action.atMost;
  return from.add(unit === 'days' ? { hours: 24 * amount } : { [unit]: amount });
}
