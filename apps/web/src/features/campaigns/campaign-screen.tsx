import { api } from '@plumgate/contract';
import { useState } from 'react';
import { useParams } from 'react-router';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { CampaignDraft } from './campaign-draft.tsx';
import { CampaignResults } from './campaign-results.tsx';

/** How often the numbers are asked for while messages leave, and after that, in ms. */
const movingMs = 3000;
const restingMs = 30_000;

/** A campaign: written while it is a draft, then what becomes of it. */
export function CampaignScreen() {
  const { campaignId = '' } = useParams();
  const client = useClient();
  const [isMoving, setMoving] = useState(false);
  const campaign = useEndpoint(
    api.getCampaign,
    { params: { campaignId } },
    { refetchInterval: isMoving ? movingMs : restingMs },
  );
  const { data } = campaign;
  const moves = data?.state === 'sending' && (data.counts?.waiting ?? 0) > 0;
  if (moves !== isMoving) setMoving(moves);
  if (campaign.isError)
    return <Failed error={campaign.error} again={() => void campaign.refetch()} />;
  if (!campaign.data || !client) return <Skeleton />;
  const again = () => campaign.refetch();
  return campaign.data.state === 'draft' ? (
    <CampaignDraft key={campaign.data.id} campaign={campaign.data} client={client} onSent={again} />
  ) : (
    <CampaignResults campaign={campaign.data} client={client} onChange={again} />
  );
}
