import { api, type DomainView } from '@plumgate/contract';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { AddDomain } from './add-domain.tsx';
import { RecordTable } from './record-table.tsx';
import { SetUpTabs } from '../clients/set-up-tabs.tsx';

/** Where a client's pages answer: the local address it has in any case, and hosts of its own. */
export function AddressesScreen() {
  const client = useClient();
  const params = { clientId: client?.id ?? '' };
  const asked = useEndpoint(
    api.listDomains,
    { params },
    { enabled: client !== undefined, refetchInterval: 10_000 },
  );
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  return (
    <>
      <PageHead title="Domains" />
      <SetUpTabs slug={client.slug} />
      <div className="flex items-start gap-6 p-6 max-lg:flex-col max-md:p-4">
        <div className="grid min-w-0 flex-1 gap-5 max-lg:w-full">
          <section className="rounded-card border border-line bg-sheet p-4">
            <h2 className="text-lg">Local address</h2>
            <p className="break-words">{client.site}</p>
            <p className="text-xs text-muted">
              Every page works here from the start, with or without the client’s own domain.
            </p>
          </section>
          {asked.data.domains.map((domain) => (
            <Domain key={domain.host} domain={domain} clientId={client.id} zone={client.zone} />
          ))}
          <AddDomain
            label="Own domain"
            help="A subdomain such as visit.quayside-dental.test leaves their website as it is."
            onAdd={(host) =>
              call(api.addDomain, { params: { clientId: client.id }, body: { host } })
            }
          />
        </div>
        <WhatIsNeeded name={client.name} />
      </div>
    </>
  );
}

/** The way to a domain of the client's own, for somebody who has never done it. */
function WhatIsNeeded({ name }: { name: string }) {
  const steps = [
    ['Choose a subdomain', 'With a subdomain, their website stays as it is.'],
    [
      'Add the record',
      'Once the domain is added, the record it needs is shown here, ready to copy. The person who manages the client’s DNS adds it there.',
    ],
    [
      'Wait for the check',
      'The record is checked every few minutes. Once it is right, every page works on the new domain too.',
    ],
  ] as const;
  return (
    <aside
      aria-label="What is needed"
      className="grid w-80 shrink-0 gap-3 rounded-card border border-line bg-sheet p-5 max-lg:w-full"
    >
      <h2 className="text-lg">What is needed for a domain of {name}</h2>
      <ol className="grid gap-3">
        {steps.map(([title, words], index) => (
          <li key={title} className="flex gap-3">
            <span
              aria-hidden
              className="grid size-6 shrink-0 place-content-center rounded-full bg-plum-tint text-xs font-semibold text-plum-dark"
            >
              {index + 1}
            </span>
            <span>
              <b className="block font-semibold">{title}</b>
              <span className="text-muted">{words}</span>
            </span>
          </li>
        ))}
      </ol>
    </aside>
  );
}

const states = {
  waiting: ['honey', 'Waiting for its record'],
  right: ['leaf', 'Right'],
  lost: ['brick', 'Its record is gone'],
  gone: ['brick', 'No longer served'],
} as const;

function Domain({
  domain,
  clientId,
  zone,
}: {
  domain: DomainView;
  clientId: string;
  zone: string;
}) {
  const act = useAct();
  const params = { clientId, host: domain.host };
  const [tone, words] = states[domain.state];
  const check = () =>
    act(async () => {
      const { state } = await call(api.checkDomain, { params });
      return {
        said: state === 'right' ? `${domain.shown} is right.` : 'Checked again: not right yet.',
      };
    });
  const remove = () =>
    act(async () => {
      await call(api.removeDomain, { params });
      return {
        said: `${domain.shown} no longer leads here.`,
        undo: () => call(api.addDomain, { params: { clientId }, body: { host: domain.shown } }),
      };
    });
  return (
    <section
      className="grid gap-3 rounded-card border border-line bg-sheet p-4"
      aria-label={domain.shown}
    >
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="min-w-0 flex-1 text-lg break-words max-md:basis-full">{domain.shown}</h2>
        <Pill tone={tone}>{words}</Pill>
        <Button onClick={() => void check()}>Check again</Button>
        <Button look="quiet" onClick={() => void remove()}>
          Remove
        </Button>
      </div>
      {domain.servedUntil && (
        <p className="font-semibold text-brick">
          Visitors are still answered until {whenText(domain.servedUntil, zone)}. Put the record
          back before that.
        </p>
      )}
      <p className="text-muted">
        {domain.state === 'right'
          ? 'Keep this record at the client’s DNS host:'
          : 'Add this record at the client’s DNS host. It can take from a few minutes to a day to show up.'}
      </p>
      <RecordTable compared={domain.compared} />
      <p className="text-xs text-muted">
        {domain.checkedAt ? `Last checked ${whenText(domain.checkedAt, zone)}` : 'Not checked yet'}
      </p>
    </section>
  );
}
