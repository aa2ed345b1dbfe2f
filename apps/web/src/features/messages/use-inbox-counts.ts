import { api, type InboxCounts } from '@plumgate/contract';
import { useEndpoint } from '../../api/hooks.ts';

/** How many conversations of a client wait to be read and are open; undefined until that is known. */
export const useInboxCounts = (clientId: string | undefined): InboxCounts | undefined =>
  useEndpoint(
    api.countInbox,
    { params: { clientId: clientId ?? '' } },
    { enabled: clientId !== undefined, refetchInterval: 30_000 },
  ).data;
