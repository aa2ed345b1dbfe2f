import { api, type RuleChoices, type RuleView } from '@plumgate/contract';
import type { RuleId } from '@plumgate/core/basics';
import type { RuleContent } from '@plumgate/core/routing';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useRemoval } from '../bin/use-removal.tsx';
import { FollowUpTabs } from '../followup/follow-up-tabs.tsx';
import { RuleEditor } from './rule-editor.tsx';
import { RuleSentence } from './rule-sentence.tsx';

/** A client's routing rules, as sentences in their order. */
export function RulesScreen() {
  const client = useClient();
  const list = useEndpoint(
    api.listRules,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client || !list.data) return <Skeleton />;
  return <Rules client={client} rules={list.data.rules} choices={list.data.choices} />;
}

function Rules({
  client,
  rules,
  choices,
}: {
  client: { id: string; slug: string; name: string };
  rules: RuleView[];
  choices: RuleChoices;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const refresh = useRefreshAll();
  const add = async () => {
    const form = choices.form[0];
    const content: RuleContent = {
      name: `Rule ${rules.length + 1}`,
      matches: 'all',
      conditions: form ? [{ about: 'form', is: form.id as never }] : [],
      actions: [],
    };
    try {
      const { id } = await call(api.createRule, { params: { clientId: client.id }, body: content });
      await refresh();
      setOpen(id);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const move = async (index: number, by: -1 | 1) => {
    const ids = rules.map((rule) => rule.id);
    const [moved] = ids.splice(index, 1);
    ids.splice(index + by, 0, moved!);
    try {
      await order(ids);
    } catch (error) {
      toast.error(messageOf(error));
    }
    await refresh();
  };
  const order = (ids: RuleId[]) =>
    call(api.orderRules, { params: { clientId: client.id }, body: { ids } });
  const { remove, removal } = useRemoval();
  return (
    <>
      <PageHead title="Follow-up">
        <Button look="main" onClick={() => void add()}>
          <Plus className="size-4" aria-hidden /> Add a rule
        </Button>
      </PageHead>
      <FollowUpTabs slug={client.slug} />
      {rules.length === 0 ? (
        <Empty title={`No routing rules for ${client.name} yet`}>
          <p>
            A rule says what happens to a new lead: its tags, who it is assigned to and which
            sequence starts.
          </p>
        </Empty>
      ) : (
        <ol className="grid max-w-5xl gap-3 p-6 max-md:p-4">
          {rules.map((rule, index) => (
            <RuleItem
              key={rule.id}
              rule={rule}
              choices={choices}
              isFirst={index === 0}
              isLast={index === rules.length - 1}
              isOpen={open === rule.id}
              onToggle={(shown) => setOpen(shown ? rule.id : null)}
              onMove={(by) => void move(index, by)}
              onRemove={() =>
                void remove({
                  kind: 'rule',
                  id: rule.id,
                  does: () => call(api.removeRule, { params: { ruleId: rule.id } }),
                })
              }
              client={client}
            />
          ))}
        </ol>
      )}
      {removal}
    </>
  );
}

function RuleItem({
  rule,
  choices,
  client,
  isFirst,
  isLast,
  isOpen,
  onToggle,
  onMove,
  onRemove,
}: {
  rule: RuleView;
  choices: RuleChoices;
  client: { id: string; slug: string };
  isFirst: boolean;
  isLast: boolean;
  isOpen: boolean;
  onToggle: (isOpen: boolean) => void;
  onMove: (by: -1 | 1) => void;
  onRemove: () => void;
}) {
  return (
    <li
      className={`rounded-card border bg-sheet ${rule.on ? 'border-line' : 'border-dashed border-strong-line'}`}
    >
      <div className="flex flex-wrap items-start gap-3 px-5 py-3">
        <div className="min-w-0 flex-1 max-md:basis-full">
          <h2 className="flex flex-wrap items-center gap-2 text-lg">
            {rule.content.name}
            <Pill tone={rule.on ? 'leaf' : 'plain'}>{rule.on ? 'On' : 'Off'}</Pill>
            <span className="font-sans text-xs font-normal text-muted tabular-nums">
              matched {rule.matched30.toLocaleString('en-US')}{' '}
              {rule.matched30 === 1 ? 'lead' : 'leads'} in the last 30 days
            </span>
          </h2>
          <RuleSentence content={rule.content} choices={choices} />
        </div>
        <IconButton
          label={`Move ${rule.content.name} up`}
          disabled={isFirst}
          onClick={() => onMove(-1)}
        >
          <ArrowUp />
        </IconButton>
        <IconButton
          label={`Move ${rule.content.name} down`}
          disabled={isLast}
          onClick={() => onMove(1)}
        >
          <ArrowDown />
        </IconButton>
        <IconButton label={`Delete ${rule.content.name}`} onClick={onRemove}>
          <Trash2 />
        </IconButton>
        <Button aria-expanded={isOpen} onClick={() => onToggle(!isOpen)}>
          {isOpen ? 'Close' : 'Edit'}
        </Button>
      </div>
      {isOpen && (
        <RuleEditor
          rule={rule}
          clientId={client.id}
          slug={client.slug}
          choices={choices}
          onKept={() => onToggle(false)}
        />
      )}
    </li>
  );
}
