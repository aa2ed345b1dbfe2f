import { api, type CampaignReach } from '@plumgate/contract';
import type { CampaignId } from '@plumgate/core/basics';
import type { CampaignContent } from '@plumgate/core/campaigns';
import { useEndpoint } from '../../api/hooks.ts';

/** How many a campaign reaches as it is now; null until that is known. */
export function useCampaignReach(
  clientId: string,
  { message: { kind }, consent, to }: CampaignContent,
  resendOf: CampaignId | null,
): CampaignReach | null {
  const { data } = useEndpoint(api.getCampaignReach, {
    params: { clientId },
    body: { kind, consent, to, resendOf },
  });
  return data ?? null;
}
