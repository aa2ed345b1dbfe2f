import { api, type SequenceView } from '@plumgate/contract';
import { SequenceContent, type SequenceStep } from '@plumgate/core/followup';
import { fillOrKeep, mergeProblem } from '@plumgate/core/messages';
import { clientFields } from '@plumgate/core/clients';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useAsk, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../shell/client.ts';
import { Button } from '../../ui/button.tsx';
import { LongField, TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { samplePerson } from '../pages/page-context.ts';
import { delayWords } from './delay-words.ts';

/** A sequence on its ruler of time, each message opened for its words. */
export function SequenceScreen() {
  const { sequenceId = '' } = useParams();
  const sequence = useAsk(api.getSequence, { params: { sequenceId } });
  if (sequence.isError)
    return <Failed error={sequence.error} again={() => void sequence.refetch()} />;
  if (!sequence.data) return <Skeleton />;
  return <Ruler key={`${sequence.data.id} ${sequence.data.version}`} sequence={sequence.data} />;
}

function Ruler({ sequence }: { sequence: SequenceView }) {
  const client = useClient();
  const { data: sheet } = useAsk(api.getClient, { params: { clientId: sequence.clientId } });
  const [content, setContent] = useState(sequence.content);
  const [open, setOpen] = useState<string | null>(content.steps[0]?.id ?? null);
  const refresh = useRefreshAll();
  const changed = JSON.stringify(content) !== JSON.stringify(sequence.content);
  const problem = SequenceContent.safeParse(content).error?.issues[0]?.message;
  const keep = async () => {
    try {
      await call(api.saveSequence, {
        params: { sequenceId: sequence.id },
        body: { version: sequence.version, content },
      });
      await refresh();
      toast('Kept. Messages that have not gone out yet use the new words.');
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const change = (id: string, action: Partial<SequenceStep['action']>) =>
    setContent({
      ...content,
      steps: content.steps.map((step) =>
        step.id === id ? { ...step, action: { ...step.action, ...action } } : step,
      ),
    });
  const fields = {
    person: samplePerson,
    client: sheet ? clientFields(sheet.name, sheet.facts) : {},
  };
  return (
    <>
      <PageHead
        title={content.name}
        above={
          <Link className="hover:underline" to={`/${client?.slug}/follow-up`}>
            Follow-up
          </Link>
        }
        beside={
          <Pill tone={sequence.running > 0 ? 'leaf' : 'plain'}>
            {sequence.running === 1 ? '1 person in it' : `${sequence.running} people in it`}
          </Pill>
        }
      >
        {problem && (
          <span role="alert" className="font-semibold text-brick">
            {problem}
          </span>
        )}
        <Button disabled={!changed} onClick={() => setContent(sequence.content)}>
          Put back
        </Button>
        <Button
          look="main"
          disabled={!changed || problem !== undefined}
          onClick={() => void keep()}
        >
          Keep the words
        </Button>
      </PageHead>
      <ol className="relative max-w-5xl p-6 before:absolute before:inset-y-6 before:left-[139px] before:w-0.5 before:bg-strong-line max-md:before:hidden">
        {content.steps.map((step) => (
          <li key={step.id} className="relative mb-3 flex gap-8 max-md:flex-col max-md:gap-1">
            <p className="w-24 shrink-0 pt-3 text-right text-[13px] font-semibold max-md:w-auto max-md:text-left">
              {step.delay.amount === 0 ? 'On sign-up' : ''}
              <span className={step.delay.amount === 0 ? 'block font-normal text-muted' : ''}>
                {delayWords(step.delay)}
              </span>
            </p>
            <span
              aria-hidden
              className="absolute top-4 left-[109px] size-3.5 rounded-full border-[3px] border-plum bg-sheet max-md:hidden"
            />
            <div className="min-w-0 flex-1 rounded-card border border-line bg-sheet">
              <button
                type="button"
                aria-expanded={open === step.id}
                className="flex w-full items-center gap-4 px-4 py-3 text-left"
                onClick={() => setOpen(open === step.id ? null : step.id)}
              >
                <span className="min-w-0 flex-1">
                  <b className="block truncate font-semibold">
                    Email · {fillOrKeep(step.action.subject, fields)}
                  </b>
                  <span className="text-xs text-muted">to the person, counted from sign-up</span>
                </span>
                <span className="text-xs text-muted tabular-nums">
                  {(sequence.sent[step.id] ?? 0).toLocaleString('en-US')} sent
                </span>
              </button>
              {open === step.id && (
                <Letter
                  step={step}
                  fields={fields}
                  onChange={(action) => change(step.id, action)}
                />
              )}
            </div>
          </li>
        ))}
      </ol>
    </>
  );
}

/** A message's words beside what one person would read. */
function Letter({
  step,
  fields,
  onChange,
}: {
  step: SequenceStep;
  fields: Parameters<typeof fillOrKeep>[1];
  onChange: (action: Partial<SequenceStep['action']>) => void;
}) {
  const wrong = (text: string) => mergeProblem(text) ?? undefined;
  return (
    <div className="grid gap-5 border-t border-line p-4 lg:grid-cols-2">
      <div className="grid content-start gap-3">
        <TextField
          label="Subject"
          value={step.action.subject}
          error={wrong(step.action.subject)}
          onChange={(event) => onChange({ subject: event.target.value })}
        />
        <LongField
          label="Message"
          rows={14}
          value={step.action.body}
          error={wrong(step.action.body)}
          help={
            'Merge fields: {{ person.first_name | default: "there" }}, {{ client.phone }}, {{ answers.worry }}'
          }
          onChange={(event) => onChange({ body: event.target.value })}
        />
      </div>
      <div>
        <p className="mb-1 text-xs font-semibold">As Ana reads it</p>
        <div className="rounded-control bg-paper px-4 py-3">
          <p className="mb-2 border-b border-line pb-2 font-semibold">
            {fillOrKeep(step.action.subject, fields)}
          </p>
          <p className="break-words whitespace-pre-line">{fillOrKeep(step.action.body, fields)}</p>
        </div>
      </div>
    </div>
  );
}
