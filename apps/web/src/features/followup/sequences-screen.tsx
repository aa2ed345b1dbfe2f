import { api } from '@plumgate/contract';
import { Plus } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { FollowUpTabs } from './follow-up-tabs.tsx';
import { SmallRuler } from './small-ruler.tsx';

const eventWords = {
  none: ', from sign-up',
  booking: ', from the booking',
  fixed: ', from a fixed date',
};

export function SequencesScreen() {
  const client = useClient();
  const navigate = useNavigate();
  const refresh = useRefreshAll();
  const list = useEndpoint(
    api.listSequences,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  const sheet = useEndpoint(
    api.getClient,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client || !list.data || !sheet.data) return <Skeleton />;
  const names = list.data.sequences.map(({ id, content }) => ({ id, name: content.name }));
  const add = async () => {
    try {
      const made = await call(api.createSequence, {
        params: { clientId: client.id },
        body: { name: `Sequence ${list.data.sequences.length + 1}` },
      });
      await refresh();
      void navigate(`/${client.slug}/follow-up/${made.id}`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <>
      <PageHead title="Follow-up">
        <LinkButton to={`/${client.slug}/follow-up/library`}>Start from a template</LinkButton>
        <Button look="main" onClick={() => void add()}>
          <Plus className="size-4" aria-hidden /> Add a sequence
        </Button>
      </PageHead>
      <FollowUpTabs slug={client.slug} />
      {list.data.sequences.length === 0 ? (
        <Empty title={`No sequences for ${client.name} yet`}>
          <p>
            A sequence is a series of messages that a rule starts when a form comes in. Start from a
            template, and change what you like.
          </p>
        </Empty>
      ) : (
        <ul className="grid gap-3 p-6 max-md:p-4">
          {list.data.sequences.map((sequence) => (
            <li
              key={sequence.id}
              className="relative rounded-card border border-line bg-sheet px-5 py-4 hover:border-strong-line"
            >
              <div className="flex items-center gap-4">
                <div className="min-w-0 flex-1">
                  <Link
                    className="font-title text-lg font-semibold after:absolute after:inset-0"
                    to={`/${client.slug}/follow-up/${sequence.id}`}
                  >
                    {sequence.content.name}
                  </Link>
                  <p className="text-muted">
                    {sequence.content.steps.length}{' '}
                    {sequence.content.steps.length === 1 ? 'step' : 'steps'}
                    {eventWords[sequence.content.event.kind]} ·{' '}
                    {sequence.joined.toLocaleString('en-US')} people so far
                  </p>
                </div>
                <Pill tone={sequence.running > 0 ? 'leaf' : 'plain'}>
                  {sequence.running === 1 ? '1 person in it' : `${sequence.running} people in it`}
                </Pill>
              </div>
              <SmallRuler sequence={sequence} sheet={sheet.data} all={names} />
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
