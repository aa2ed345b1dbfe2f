import type { Delay } from '@plumgate/core/followup';

/** When a step happens, as the ruler says it: `straight away`, `after 1 day, at 09:00`. */
export function delayWords({ amount, unit, at }: Delay): string {
  if (amount === 0) return 'straight away';
  const one = unit.slice(0, -1);
  return `after ${amount} ${amount === 1 ? one : unit}${at ? `, at ${at}` : ''}`;
}
