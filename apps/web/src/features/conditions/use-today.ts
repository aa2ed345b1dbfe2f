import { api } from '@plumgate/contract';
import { useEndpoint } from '../../api/hooks.ts';
import { todayIn } from '../../ui/when.ts';

/** The day it is where a client is: `2026-11-29`; the program's first day until it is known. */
export function useToday(zone: string): string {
  const clock = useEndpoint(api.getClock, {}).data;
  return clock ? todayIn(clock.now, zone) : '2026-01-01';
}
