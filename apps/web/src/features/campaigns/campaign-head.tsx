import { api, type CampaignView, type ClientSummary } from '@plumgate/contract';
import { Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../../api/call.ts';
import { IconButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { useRemoval } from '../bin/use-removal.tsx';
import { CampaignPill } from './campaign-pill.tsx';

/** The head of a campaign's screen. */
export function CampaignHead({
  campaign,
  client,
  name = campaign.content.name,
  children,
}: {
  campaign: CampaignView;
  client: ClientSummary;
  name?: string;
  children?: ReactNode;
}) {
  const navigate = useNavigate();
  const { remove, removal } = useRemoval();
  const list = `/${client.slug}/follow-up/campaigns`;
  return (
    <>
      <PageHead
        title={name}
        above={
          <Link className="hover:underline" to={list}>
            Campaigns
          </Link>
        }
        beside={<CampaignPill campaign={campaign} />}
      >
        {children}
        <IconButton
          label="Delete the campaign"
          onClick={() =>
            void remove({
              kind: 'campaign',
              id: campaign.id,
              does: () => call(api.removeCampaign, { params: { campaignId: campaign.id } }),
              after: () => navigate(list),
            })
          }
        >
          <Trash2 />
        </IconButton>
      </PageHead>
      {removal}
    </>
  );
}
