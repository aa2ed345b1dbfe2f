import { api, type CampaignView } from '@plumgate/contract';
import { Mail, MessageSquare, Plus } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayText } from '../../ui/when.ts';
import { FollowUpTabs } from '../followup/follow-up-tabs.tsx';
import { CampaignPill } from './campaign-pill.tsx';
import { shareWords } from '../../ui/share-words.ts';

/** A client's campaigns, the newest first. */
export function CampaignsScreen() {
  const client = useClient();
  const navigate = useNavigate();
  const act = useAct();
  const list = useEndpoint(
    api.listCampaigns,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client || !list.data) return <Skeleton />;
  const { campaigns } = list.data;
  const add = (kind: 'email' | 'text') =>
    void act(async () => {
      const { id } = await call(api.createCampaign, {
        params: { clientId: client.id },
        body: { name: `Campaign ${campaigns.length + 1}`, kind },
      });
      void navigate(`/${client.slug}/follow-up/campaigns/${id}`);
      return { said: 'A draft was made. Nothing is sent before you say so.' };
    });
  return (
    <>
      <PageHead title="Follow-up">
        <Menu
          trigger={
            <Button look="main">
              <Plus className="size-4" aria-hidden /> New campaign
            </Button>
          }
          items={[
            { label: 'An email', does: () => add('email') },
            { label: 'A text', does: () => add('text') },
          ]}
        />
      </PageHead>
      <FollowUpTabs slug={client.slug} />
      {campaigns.length === 0 ? (
        <Empty title={`No campaigns for ${client.name} yet`}>
          <p>A campaign is one message to a list of people, such as an offer in spring.</p>
        </Empty>
      ) : (
        <ul className="grid gap-3 p-6 max-md:p-4">
          {campaigns.map((campaign) => (
            <CampaignCard
              key={campaign.id}
              campaign={campaign}
              to={`/${client.slug}/follow-up/campaigns/${campaign.id}`}
              zone={client.zone}
            />
          ))}
        </ul>
      )}
    </>
  );
}

function CampaignCard({
  campaign,
  to,
  zone,
}: {
  campaign: CampaignView;
  to: string;
  zone: string;
}) {
  const { content, counts, sentAt, sentBy } = campaign;
  const Icon = content.message.kind === 'email' ? Mail : MessageSquare;
  return (
    <li className="relative flex flex-wrap items-center gap-x-4 gap-y-2 rounded-card border border-line bg-sheet px-5 py-4 hover:border-strong-line">
      <Icon className="size-5 text-muted" aria-hidden />
      <div className="min-w-0 flex-1 basis-48">
        <Link className="font-title text-lg font-semibold after:absolute after:inset-0" to={to}>
          {content.name}
        </Link>
        <p className="text-muted">
          {sentAt ? `Started ${dayText(sentAt, zone)} by ${sentBy}` : 'Not sent yet'}
        </p>
      </div>
      {counts && (
        <dl className="flex gap-6 text-right">
          <Figure label="Sent" value={counts.sent.toLocaleString('en-US')} />
          {content.message.kind === 'email' && (
            <Figure label="Opened, about" value={shareWords(counts.opened, counts.sent)} />
          )}
          <Figure label="Clicked" value={shareWords(counts.clicked, counts.sent)} />
          <Figure label="Booked" value={counts.booked.toLocaleString('en-US')} />
        </dl>
      )}
      <CampaignPill campaign={campaign} />
    </li>
  );
}

const Figure = ({ label, value }: { label: string; value: string }) => (
  <div>
    <dt className="text-xs text-muted">{label}</dt>
    <dd className="font-semibold">{value}</dd>
  </div>
);
