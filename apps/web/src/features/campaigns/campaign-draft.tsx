import { api, type CampaignView, type ClientSummary } from '@plumgate/contract';
import { campaignMergeGroups, type CampaignContent } from '@plumgate/core/campaigns';
import { countTextParts, hasOptOutWords, withOptOutWords } from '@plumgate/core/messages';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Choice, TextField } from '../../ui/field.tsx';
import { Skeleton } from '../../ui/states.tsx';
import { autosaveWords } from '../../ui/use-autosave.ts';
import { aboutPeople } from '../conditions/askable.ts';
import { OnlyPeople } from '../conditions/only-people.tsx';
import { useToday } from '../conditions/use-today.ts';
import { MessageFields } from '../writing/message-fields.tsx';
import { CampaignHead } from './campaign-head.tsx';
import { ReachOf } from './reach-of.tsx';
import { useCampaignReach } from './use-campaign-reach.ts';
import { useCampaignSave } from './use-campaign-save.ts';
import { WhenFields } from './when-fields.tsx';

/** A campaign while it is written: to whom, what, and when. */
export function CampaignDraft({
  campaign,
  client,
  onSent,
}: {
  campaign: CampaignView;
  client: ClientSummary;
  onSent: () => unknown;
}) {
  const { content, change, save, state, problem } = useCampaignSave(campaign);
  const { data: choices } = useEndpoint(api.getConditionChoices, {
    params: { clientId: client.id },
  });
  const today = useToday(client.zone);
  const reach = useCampaignReach(client.id, content, campaign.resendOf);
  const [isAsking, setAsking] = useState(false);
  if (!choices) return <Skeleton />;
  const asks = { choices, abouts: aboutPeople, today };
  return (
    <>
      <CampaignHead campaign={campaign} client={client} name={content.name}>
        <span role="status" className="text-[13px] text-muted">
          {autosaveWords[state]}
        </span>
        <Button
          look="main"
          disabled={!reach || reach.reached === 0}
          onClick={() => setAsking(true)}
        >
          Send…
        </Button>
      </CampaignHead>
      {problem && (
        <p role="alert" className="px-6 pt-3 font-semibold text-brick">
          {problem}
        </p>
      )}
      <div className="grid max-w-[1180px] gap-8 p-6 max-md:p-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-5">
          <TextField
            label="Name"
            help="Only you and the team see it"
            maxLength={80}
            value={content.name}
            onChange={(event) => change({ name: event.target.value })}
          />
          {campaign.resendOf ? (
            <p className="text-muted">
              It goes to everybody who got the first one and did not open it, as far as their mail
              programs tell.
            </p>
          ) : (
            <OnlyPeople
              label="To"
              conditions={content.to}
              asks={asks}
              onChange={(to) => change({ to })}
            />
          )}
          {content.message.kind === 'email' && (
            <Choice
              label="Of them"
              value={content.consent}
              options={{
                agreed: 'Only who agreed to such emails',
                'not-unsubscribed': 'All who have not unsubscribed',
              }}
              onChange={(consent) => change({ consent })}
            />
          )}
          <ReachOf
            reach={reach}
            parts={content.message.kind === 'text' ? countTextParts(content.message.body).parts : 0}
          />
          <WhenFields content={content} zone={client.zone} today={today} onChange={change} />
        </div>
        <div className="grid content-start gap-3">
          <MessageFields
            message={content.message}
            to={{ clientId: client.id, groups: campaignMergeGroups, onlyFor: content.to }}
            onChange={(message) => change({ message })}
          />
          <OptOutWords content={content} onChange={change} />
        </div>
      </div>
      {isAsking && (
        <SendDialog
          content={content}
          reached={reach?.reached ?? 0}
          zone={client.zone}
          onClose={() => setAsking(false)}
          onSend={async () => {
            if (!(await save())) return;
            await call(api.sendCampaign, { params: { campaignId: campaign.id } });
            await onSent();
          }}
        />
      )}
    </>
  );
}

/** A marketing text has to say how to end texts; it is added in one press. */
function OptOutWords({
  content: { message },
  onChange,
}: {
  content: CampaignContent;
  onChange: (changes: Partial<CampaignContent>) => void;
}) {
  if (message.kind !== 'text' || hasOptOutWords(message.body)) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 text-honey">
      It does not say how to end texts, and is not sent like that.
      <Button
        onClick={() => onChange({ message: { kind: 'text', body: withOptOutWords(message.body) } })}
      >
        Add “Reply STOP to end texts.”
      </Button>
    </p>
  );
}

function SendDialog({
  content,
  reached,
  zone,
  onSend,
  onClose,
}: {
  content: CampaignContent;
  reached: number;
  zone: string;
  onSend: () => Promise<void>;
  onClose: () => void;
}) {
  const [failure, setFailure] = useState<unknown>(null);
  const [isBusy, setBusy] = useState(false);
  const minutes = Math.ceil(reached / content.perMinute);
  const many = reached === 1 ? '1 person' : `${reached.toLocaleString('en-US')} people`;
  return (
    <Dialog title={`Send it to ${many}?`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          setBusy(true);
          onSend().catch((error: unknown) => {
            setFailure(error);
            setBusy(false);
          });
        }}
      >
        <p>
          {whenWords(content.when, zone)}{' '}
          {minutes > 1 && `It takes about ${minutes.toLocaleString('en-US')} minutes. `}
          You can pause or stop it until the last one is sent.
        </p>
        <DialogFoot does={`Send to ${many}`} off={isBusy} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}

function whenWords(when: CampaignContent['when'], zone: string): string {
  if (when.kind === 'now') return 'It goes out now.';
  if (when.kind === 'at') return `It goes out on ${when.at.replace('T', ' at ')} (${zone}).`;
  return `Each of them gets it on ${when.date} at ${when.at}, by their own clock.`;
}
