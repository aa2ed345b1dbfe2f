import { api, type SequenceView } from '@plumgate/contract';
import { SequenceContent } from '@plumgate/core/followup';
import { BookmarkPlus, Trash2 } from 'lucide-react';
import { Link, useNavigate, useParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { IconButton } from '../../ui/button.tsx';
import { DraftButtons } from '../../ui/draft-buttons.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { useDraft } from '../../ui/use-draft.ts';
import { aboutPeople } from '../conditions/askable.ts';
import { useToday } from '../conditions/use-today.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { goalWords } from './figure-words.ts';
import { DryRun } from './dry-run.tsx';
import { EffectOnPeople } from './effect-on-people.tsx';
import { OptOutNotice } from './opt-out-notice.tsx';
import { Ruler } from './ruler.tsx';
import { SequenceSettings } from './sequence-settings.tsx';

/** A sequence on its ruler of time, beside it what one person would get. */
export function SequenceScreen() {
  const { sequenceId = '' } = useParams();
  const sequence = useEndpoint(api.getSequence, { params: { sequenceId } });
  if (sequence.isError)
    return <Failed error={sequence.error} again={() => void sequence.refetch()} />;
  if (!sequence.data) return <Skeleton />;
  return <Sequence key={`${sequence.data.id} ${sequence.data.version}`} sequence={sequence.data} />;
}

function Sequence({ sequence }: { sequence: SequenceView }) {
  const client = useClient();
  const clientId = sequence.clientId;
  const { data: sheet } = useEndpoint(api.getClient, { params: { clientId } });
  const { data: choices } = useEndpoint(api.getConditionChoices, { params: { clientId } });
  const figures = useEndpoint(api.getSequenceFigures, {
    params: { sequenceId: sequence.id },
  });
  const today = useToday(client?.zone ?? 'UTC');
  const act = useAct();
  const params = { sequenceId: sequence.id };
  const draft = useDraft({
    stored: sequence.content,
    version: sequence.version,
    draft: sequence.draft,
    saveDraft: (body) => call(api.saveSequenceDraft, { params, body }),
    discardDraft: () => call(api.discardSequenceDraft, { params }),
    apply: async (content) => {
      await call(api.saveSequence, { params, body: { version: sequence.version, content } });
      return 'Applied. Sent messages stay as they are; everything else follows the new version.';
    },
  });
  const { remove, removal } = useRemoval();
  const navigate = useNavigate();
  const { value: content, setValue } = draft;
  const problem = SequenceContent.safeParse(content).error?.issues[0]?.message;
  if (!client || !sheet || !choices) return <Skeleton />;
  const asks = { choices, abouts: aboutPeople, today };
  return (
    <div className="flex h-full flex-col">
      <PageHead
        title={content.name}
        above={
          <Link className="hover:underline" to={`/${client.slug}/follow-up`}>
            Follow-up
          </Link>
        }
        beside={
          <>
            <Pill tone={sequence.running > 0 ? 'leaf' : 'plain'}>
              {sequence.running === 1 ? '1 person in it' : `${sequence.running} people in it`}
            </Pill>
            {figures.data?.goal && <Pill>{goalWords(figures.data.goal)}</Pill>}
          </>
        }
      >
        <DraftButtons problem={problem} draft={draft} />
        <IconButton
          label="Save as a template for all clients"
          onClick={() =>
            void act(async () => {
              const body = { name: sequence.content.name };
              const { id } = await call(api.keepFollowUpTemplate, { params, body });
              return {
                said: `Saved as a template: “${body.name}”. Start from it for any client.`,
                undo: () => call(api.removeFollowUpTemplate, { params: { templateId: id } }),
              };
            })
          }
        >
          <BookmarkPlus />
        </IconButton>
        <IconButton
          label="Delete the sequence"
          onClick={() =>
            void remove({
              kind: 'sequence',
              id: sequence.id,
              does: () => call(api.removeSequence, { params }),
              after: () => navigate(`/${client.slug}/follow-up`),
            })
          }
        >
          <Trash2 />
        </IconButton>
      </PageHead>
      {removal}
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-auto">
        <div className="min-w-0 flex-1 lg:overflow-auto">
          {draft.changed && !problem && (
            <EffectOnPeople
              sequenceId={sequence.id}
              content={content}
              sheet={sheet}
              running={sequence.running}
            />
          )}
          <OptOutNotice content={content} onChange={setValue} />
          <SequenceSettings content={content} clientId={clientId} asks={asks} onChange={setValue} />
          <Ruler
            content={content}
            sheet={sheet}
            asks={asks}
            figures={figures.data?.steps}
            sequenceId={sequence.id}
            onChange={setValue}
          />
        </div>
        <DryRun content={content} sheet={sheet} choices={choices} />
      </div>
    </div>
  );
}
