import { messageStateWords } from '@plumgate/core/messages';
import {
  api,
  type CampaignCounts,
  type CampaignView,
  type ClientSummary,
} from '@plumgate/contract';
import { useNavigate } from 'react-router';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { CampaignHead } from './campaign-head.tsx';
import { CampaignPeople } from './campaign-people.tsx';
import { LeftOutList } from './reach-of.tsx';
import { shareWords } from '../../ui/share-words.ts';

/** What becomes of a campaign: its numbers, its links, and everybody it went to. */
export function CampaignResults({
  campaign,
  client,
  onChange,
}: {
  campaign: CampaignView;
  client: ClientSummary;
  onChange: () => unknown;
}) {
  const { content, sentAt, sentBy, pausedBecause } = campaign;
  const counts = campaign.counts!;
  const isEmail = content.message.kind === 'email';
  return (
    <>
      <CampaignHead campaign={campaign} client={client}>
        <Actions campaign={campaign} client={client} onChange={onChange} />
      </CampaignHead>
      <div className="grid gap-6 p-6 max-md:p-4">
        <p className="text-muted">
          {sentAt && `Started ${whenText(sentAt, client.zone)} by ${sentBy}`}, for{' '}
          {counts.listed.toLocaleString('en-US')} {counts.listed === 1 ? 'person' : 'people'}
        </p>
        {pausedBecause && (
          <p role="alert" className="rounded-card bg-honey-tint px-4 py-3 text-honey">
            It paused itself: {pausedBecause}
          </p>
        )}
        <Figures counts={counts} isEmail={isEmail} />
        <div className="grid gap-6 lg:grid-cols-2">
          <Links counts={counts} />
          {counts.leftOut.length > 0 && (
            <section>
              <h2 className="mb-1 text-lg">Left out</h2>
              <LeftOutList leftOut={counts.leftOut} />
            </section>
          )}
        </div>
        <CampaignPeople campaign={campaign} client={client} />
      </div>
    </>
  );
}

const stateSaid = {
  sending: 'It goes on.',
  paused: 'It is paused. Nobody gets it until it goes on.',
  stopped: 'It is stopped. Nobody else gets it.',
};

function Actions({
  campaign: { id, state, counts, content, isSentAgain },
  client,
  onChange,
}: {
  campaign: CampaignView;
  client: ClientSummary;
  onChange: () => unknown;
}) {
  const act = useAct();
  const navigate = useNavigate();
  const set = (to: 'sending' | 'paused' | 'stopped') =>
    void act(async () => {
      await call(api.setCampaignState, { params: { campaignId: id }, body: { state: to } });
      await onChange();
      return { said: stateSaid[to] };
    });
  const isWaiting = (counts?.waiting ?? 0) > 0;
  const canResend =
    content.message.kind === 'email' && !isSentAgain && !isWaiting && (counts?.sent ?? 0) > 0;
  return (
    <>
      {state === 'sending' && isWaiting && <Button onClick={() => set('paused')}>Pause</Button>}
      {state === 'paused' && (
        <Button look="main" onClick={() => set('sending')}>
          Go on
        </Button>
      )}
      {(state === 'sending' || state === 'paused') && isWaiting && (
        <Button onClick={() => set('stopped')}>Stop for good</Button>
      )}
      {canResend && (
        <Button
          onClick={() =>
            void act(async () => {
              const made = await call(api.resendCampaign, { params: { campaignId: id } });
              void navigate(`/${client.slug}/follow-up/campaigns/${made.id}`);
              return { said: 'A draft was made for those who did not open it.' };
            })
          }
        >
          Send again to those who did not open it
        </Button>
      )}
    </>
  );
}

function Figures({ counts, isEmail }: { counts: CampaignCounts; isEmail: boolean }) {
  const { sent } = counts;
  const figures: [label: string, value: number, note: string][] = [
    [messageStateWords.queued, counts.waiting, ''],
    ['Sent', sent, ''],
    ...(isEmail
      ? []
      : [['Delivered', counts.delivered, shareWords(counts.delivered, sent)] as const]),
    ['Failed', counts.failed, ''],
    ...(isEmail
      ? [['Opened, about', counts.opened, shareWords(counts.opened, sent)] as const]
      : []),
    ['Clicked', counts.clicked, shareWords(counts.clicked, sent)],
    ['Answered', counts.answered, ''],
    ['Leads', counts.leads, ''],
    ['Booked', counts.booked, ''],
    [
      isEmail ? 'Unsubscribed' : 'Ended texts',
      counts.unsubscribed,
      shareWords(counts.unsubscribed, sent),
    ],
    ...(isEmail
      ? [['Marked as junk', counts.complaints, shareWords(counts.complaints, sent)] as const]
      : []),
  ] as [string, number, string][];
  return (
    <section>
      <dl className="flex flex-wrap gap-3">
        {figures.map(([label, value, note]) => (
          <div key={label} className="min-w-28 rounded-card border border-line bg-sheet px-4 py-3">
            <dt className="text-xs text-muted">{label}</dt>
            <dd className="font-title text-2xl font-semibold">
              {value.toLocaleString('en-US')}{' '}
              {note && <span className="font-sans text-xs font-normal text-muted">{note}</span>}
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-2 text-xs text-muted">
        {isEmail &&
          `Mail programs hide who opens an email, and some open all of them${counts.openedByProxy > 0 ? `: ${counts.openedByProxy.toLocaleString('en-US')} were opened only by a provider’s server` : ''}. Read it as a tendency. `}
        Answers, leads, bookings and those who ended it are counted for 14 days after the message.
      </p>
    </section>
  );
}

const Links = ({ counts: { links } }: { counts: CampaignCounts }) => (
  <section>
    <h2 className="mb-1 text-lg">Clicked links</h2>
    {links.length === 0 ? (
      <p className="text-muted">Nobody has followed a link yet.</p>
    ) : (
      <ul className="grid gap-1">
        {links.map(({ name, people }) => (
          <li key={name} className="flex justify-between gap-4 border-b border-line py-1">
            <span className="min-w-0 truncate">{name}</span>
            <b>{people.toLocaleString('en-US')}</b>
          </li>
        ))}
      </ul>
    )}
  </section>
);
