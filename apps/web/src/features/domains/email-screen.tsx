import { api, type MailDomainView, type SenderView } from '@plumgate/contract';
import { mailDomain, Sender } from '@plumgate/core/emails';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { SetUpTabs } from '../clients/set-up-tabs.tsx';
import { SuppressedList } from './suppressed-list.tsx';
import { AddDomain } from './add-domain.tsx';
import { RecordTable } from './record-table.tsx';

/** Who a client's emails come from, and the domains that they may come from. */
export function EmailScreen() {
  const client = useClient();
  const asked = useEndpoint(
    api.getSender,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined, refetchInterval: 10_000 },
  );
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const view = asked.data;
  const { notYet } = view.shown;
  const asks = notYet ? mailDomain(notYet) : '';
  // That of the address which waits for it stands there already.
  const waiting = view.domains.some(({ domain }) => domain === asks) ? '' : asks;
  return (
    <>
      <PageHead title="Email" />
      <SetUpTabs slug={client.slug} />
      <div className="grid max-w-4xl gap-5 p-6 max-md:p-4">
        <SenderForm
          key={JSON.stringify(view.sender)}
          view={view}
          clientId={client.id}
          name={client.name}
        />
        {view.domains.map((domain) => (
          <MailDomain key={domain.domain} domain={domain} clientId={client.id} zone={client.zone} />
        ))}
        <AddDomain
          label="Domain that emails come from"
          help="The part after the @ of the client’s address, such as quayside-dental.test."
          offered={waiting}
          isFirst={view.domains.length === 0}
          onAdd={(domain) =>
            call(api.addMailDomain, { params: { clientId: client.id }, body: { domain } })
          }
        />
        <SuppressedList clientId={client.id} zone={client.zone} />
      </div>
    </>
  );
}

/** Who emails come from as people see it, and what changes that. */
function SenderForm({
  view,
  clientId,
  name,
}: {
  view: SenderView;
  clientId: string;
  name: string;
}) {
  const [sender, setSender] = useState(view.sender);
  const act = useAct();
  const read = Sender.safeParse(sender);
  const problemOf = (field: keyof Sender) =>
    read.error?.issues.find(({ path }) => path[0] === field)?.message;
  const isChanged = JSON.stringify(sender) !== JSON.stringify(view.sender);
  const field = (key: keyof Sender) => ({
    value: sender[key],
    error: problemOf(key),
    onChange: (event: { target: { value: string } }) =>
      setSender({ ...sender, [key]: event.target.value }),
  });
  const { shown, inbox, installation } = view;
  return (
    <form
      className="grid gap-4 rounded-card border border-line bg-sheet p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void act(async () => {
          await call(api.saveSender, { params: { clientId }, body: read.data! });
          return { said: 'Saved.' };
        });
      }}
    >
      <div>
        <h2 className="text-lg">Sender</h2>
        <p className="break-words">
          Emails come from <b className="font-semibold">{shown.name}</b> &lt;{shown.address}&gt;
        </p>
        {shown.notYet && (
          <p className="mt-2 rounded-control bg-honey-tint px-3 py-2 break-words">
            {shown.notYet} is used once {mailDomain(shown.notYet)} is verified. Until then emails
            come from {installation}.
          </p>
        )}
      </div>
      <div className="grid gap-4 sm:grid-cols-3">
        <TextField label="Name" placeholder={name} maxLength={80} {...field('name')} />
        <TextField
          label="Address"
          placeholder={installation}
          maxLength={254}
          help="An address of a domain that is verified below."
          {...field('email')}
        />
        <TextField
          label="Answers go to"
          placeholder={inbox ? 'The inbox' : 'The address on the fact sheet'}
          maxLength={254}
          help={
            inbox
              ? `Leave it empty for the inbox. Mail to ${inbox} comes there too.`
              : 'No mail is taken in on this installation.'
          }
          {...field('replyTo')}
        />
      </div>
      <div>
        <Button look="main" type="submit" disabled={!isChanged || !read.success}>
          Save
        </Button>
      </div>
    </form>
  );
}

const states = {
  waiting: ['honey', 'Waiting for its records'],
  right: ['leaf', 'Verified'],
  lost: ['brick', 'A record is gone'],
  gone: ['brick', 'Not verified any more'],
} as const;

function MailDomain({
  domain: { domain, state, checkedAt, compared },
  clientId,
  zone,
}: {
  domain: MailDomainView;
  clientId: string;
  zone: string;
}) {
  const act = useAct();
  const params = { clientId, host: domain };
  const [tone, words] = states[state];
  return (
    <section
      className="grid gap-3 rounded-card border border-line bg-sheet p-5"
      aria-label={domain}
    >
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="min-w-0 flex-1 text-lg break-words max-md:basis-full">{domain}</h2>
        <Pill tone={tone}>{words}</Pill>
        <Button
          onClick={() =>
            void act(async () => {
              const after = await call(api.checkMailDomain, { params });
              return {
                said:
                  after.state === 'right'
                    ? `${domain} is verified.`
                    : 'Checked again: not right yet.',
              };
            })
          }
        >
          Check again
        </Button>
        <Button
          look="quiet"
          onClick={() =>
            void act(async () => {
              await call(api.removeMailDomain, { params });
              return { said: `Emails no longer come from ${domain}.` };
            })
          }
        >
          Remove
        </Button>
      </div>
      <p className="text-muted">
        {state === 'right'
          ? 'Emails from this domain are signed. Keep these records at the client’s DNS host:'
          : 'Add these records at the client’s DNS host: the key that emails are signed with, the servers that may send them, and what to do with others.'}
      </p>
      <RecordTable compared={compared} />
      <p className="text-xs text-muted">
        {checkedAt ? `Last checked ${whenText(checkedAt, zone)}` : 'Not checked yet'}
      </p>
    </section>
  );
}
