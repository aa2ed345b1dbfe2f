import { api, type ClientSummary } from '@plumgate/contract';
import { localDay } from '@plumgate/core/basics';
import type { ReactNode } from 'react';
import { Temporal } from 'temporal-polyfill';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Failed, Skeleton } from '../../ui/states.tsx';

/** A place of a client that needs to know which day it is there. */
export function ForToday({
  children,
}: {
  children: (client: ClientSummary, today: string) => ReactNode;
}) {
  const client = useClient();
  const clock = useEndpoint(api.getClock, {});
  if (clock.isError) return <Failed error={clock.error} again={() => void clock.refetch()} />;
  if (!client || !clock.data) return <Skeleton />;
  return children(client, localDay(Temporal.Instant.from(clock.data.now), client.zone));
}
