import { api, type ConditionChoices, type RuleView } from '@plumgate/contract';
import {
  actionKinds,
  RuleContent,
  type RuleAction,
  type RuleTrigger,
} from '@plumgate/core/routing';
import { Trash2 } from 'lucide-react';
import { call } from '../../api/call.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { draftStatus } from '../../ui/draft-buttons.tsx';
import { InlineSelect, TextField, Tick } from '../../ui/field.tsx';
import { useDraft } from '../../ui/use-draft.ts';
import { ActionValue, newAction } from './action-parts.tsx';
import { aboutLeads } from '../conditions/askable.ts';
import { ConditionSentence } from '../conditions/condition-sentence.tsx';
import { useToday } from '../conditions/use-today.ts';
import { TriggerFields } from './trigger-fields.tsx';
import { RulePreview } from './rule-preview.tsx';

const labelsOf = (kinds: Record<string, { label: string }>) =>
  Object.fromEntries(Object.entries(kinds).map(([kind, { label }]) => [kind, label]));
const does = labelsOf(actionKinds);

/** A rule's sentence, each part a choice, with the leads it would have matched beside it before it is turned on. */
export function RuleEditor({
  rule,
  clientId,
  slug,
  zone,
  choices,
  onKept,
}: {
  rule: RuleView;
  clientId: string;
  slug: string;
  zone: string;
  choices: ConditionChoices;
  onKept: () => void;
}) {
  const params = { ruleId: rule.id };
  const today = useToday(zone);
  const applyAs = (on: boolean) => async (applied: RuleContent) => {
    await call(api.saveRule, { params, body: { version: rule.version, on, content: applied } });
    onKept();
    const does = applied.trigger ? 'It waits for people to do it.' : 'It checks every new lead.';
    return on ? `Applied. ${does}` : 'Saved and turned off.';
  };
  const draft = useDraft({
    stored: rule.content,
    version: rule.version,
    draft: rule.draft,
    saveDraft: (body) => call(api.saveRuleDraft, { params, body }),
    discardDraft: () => call(api.discardRuleDraft, { params }),
    apply: applyAs(rule.on),
  });
  const { value: content, setValue: set } = draft;
  const problem = RuleContent.safeParse(content).error?.issues[0]?.message;
  return (
    <div className="grid gap-5 border-t border-line p-5 lg:grid-cols-2">
      <div className="grid content-start gap-3">
        <TextField
          label="Name"
          maxLength={80}
          value={content.name}
          onChange={(event) => set({ ...content, name: event.target.value })}
        />
        <TriggerFields
          trigger={content.trigger}
          choices={choices}
          onChange={(trigger) => set(withTrigger(content, trigger))}
        />
        <div className="rounded-control border border-strong-line bg-sheet px-3 py-2">
          <ConditionSentence
            subject={content.trigger ? 'for people' : 'for leads'}
            first={content.trigger ? 'all of them, or only …' : 'who …'}
            conditions={content.conditions}
            asks={{ choices, abouts: aboutLeads, today }}
            onChange={(conditions) => set({ ...content, conditions })}
          />
        </div>
        <Actions content={content} choices={choices} set={set} />
        {!content.trigger && (
          <Tick
            label="Stop here"
            help="Later rules are not asked about a lead that this one matched."
            checked={content.stops ?? false}
            onChange={(stops) => set(stops ? { ...content, stops } : withoutStop(content))}
          />
        )}
      </div>
      <div className="grid content-start gap-4">
        <RulePreview content={content} clientId={clientId} slug={slug} />
        {problem && (
          <p role="alert" className="font-semibold text-brick">
            {problem}
          </p>
        )}
        {draft.changed && !problem && (
          <p role="status" className="text-[13px] text-muted">
            {draftStatus(draft)}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          <Button
            look="main"
            disabled={problem !== undefined || draft.busy}
            onClick={() => void draft.apply(applyAs(true))}
          >
            {rule.on ? 'Apply' : 'Apply and turn on'}
          </Button>
          <Button
            disabled={problem !== undefined || draft.busy}
            onClick={() => void draft.apply(applyAs(false))}
          >
            {rule.on ? 'Apply and turn off' : 'Apply, leave off'}
          </Button>
          <Button disabled={!draft.changed || draft.busy} onClick={() => void draft.discard()}>
            Discard changes
          </Button>
        </div>
      </div>
    </div>
  );
}

/** A rule that waits for something else than leads stands in no order with those that they go through. */
function withTrigger(content: RuleContent, trigger: RuleTrigger | undefined): RuleContent {
  const { trigger: _before, ...rest } = content;
  return trigger ? withoutStop({ ...rest, trigger }) : rest;
}

const withoutStop = ({ stops: _before, ...rest }: RuleContent): RuleContent => rest;

interface Part {
  content: RuleContent;
  choices: ConditionChoices;
  set: (content: RuleContent) => void;
}

function Actions({ content, choices, set }: Part) {
  const setAction = (index: number, action: RuleAction) =>
    set({ ...content, actions: content.actions.with(index, action) });
  return (
    <>
      <p>then, in this order</p>
      <ul className="grid gap-2">
        {content.actions.map((action, index) => (
          <li key={index} className="flex items-start gap-2">
            <div className="flex min-w-0 flex-1 flex-wrap items-center gap-2">
              <InlineSelect
                label={`Action ${index + 1}`}
                options={does}
                value={action.kind}
                onChange={(kind) =>
                  setAction(index, newAction(kind as RuleAction['kind'], choices))
                }
              />
              <ActionValue
                action={action}
                choices={choices}
                label={`Action ${index + 1}, which`}
                onChange={(changed) => setAction(index, changed)}
              />
            </div>
            <IconButton
              label={`Remove action ${index + 1}`}
              onClick={() => set({ ...content, actions: content.actions.toSpliced(index, 1) })}
            >
              <Trash2 />
            </IconButton>
          </li>
        ))}
      </ul>
      <div>
        <Button
          look="quiet"
          onClick={() =>
            set({ ...content, actions: [...content.actions, newAction('tag', choices)] })
          }
        >
          Add an action
        </Button>
      </div>
    </>
  );
}
