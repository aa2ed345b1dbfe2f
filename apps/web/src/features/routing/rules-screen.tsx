import { api, type RecentLeads, type ConditionChoices, type RuleView } from '@plumgate/contract';
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
  return <Rules client={client} {...list.data} />;
}

function Rules({
  client,
  rules,
  choices,
  recent,
}: {
  client: { id: string; slug: string; name: string; zone: string };
  rules: RuleView[];
  choices: ConditionChoices;
  recent: RecentLeads;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const refresh = useRefreshAll();
  const add = async () => {
    const form = choices.form[0];
    const content: RuleContent = {
      name: `Rule ${rules.length + 1}`,
      conditions: { match: 'all', terms: form ? [{ about: 'form', is: form.id as never }] : [] },
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
  // Leads go through those without a trigger, in their order.
  const ofLeads = rules.filter(({ content }) => !content.trigger);
  const waiting = rules.filter(({ content }) => content.trigger);
  const move = async (index: number, by: -1 | 1) => {
    const ids = ofLeads.map((rule) => rule.id);
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
  const itemOf = (rule: RuleView) => ({
    ...{ rule, choices, recent, client },
    isOpen: open === rule.id,
    onToggle: (shown: boolean) => setOpen(shown ? rule.id : null),
    onRemove: () =>
      void remove({
        kind: 'rule',
        id: rule.id,
        does: () => call(api.removeRule, { params: { ruleId: rule.id } }),
      }),
  });
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
            sequence starts. It can also wait for something that people do, such as missing a
            booking.
          </p>
        </Empty>
      ) : (
        <div className="flex items-start gap-6 p-6 max-lg:flex-col max-md:p-4">
          <div className="grid min-w-0 flex-1 content-start gap-3 max-lg:w-full">
            {waiting.length > 0 && ofLeads.length > 0 && (
              <h2 className="text-lg">When a lead arrives, in this order</h2>
            )}
            <ol className="grid gap-3">
              {ofLeads.map((rule, index) => (
                <RuleItem
                  key={rule.id}
                  {...itemOf(rule)}
                  moves={{
                    up: index === 0 ? null : () => void move(index, -1),
                    down: index === ofLeads.length - 1 ? null : () => void move(index, 1),
                  }}
                />
              ))}
            </ol>
            {waiting.length > 0 && (
              <>
                <h2 className="mt-3 text-lg">When people do something</h2>
                <ul className="grid gap-3">
                  {waiting.map((rule) => (
                    <RuleItem key={rule.id} {...itemOf(rule)} />
                  ))}
                </ul>
              </>
            )}
          </div>
          <WithoutRule recent={recent} />
        </div>
      )}
      {removal}
    </>
  );
}

/** The leads that no rule matched: nobody is assigned to them and no sequence starts. */
function WithoutRule({ recent: { days, leads, unmatched } }: { recent: RecentLeads }) {
  const left = unmatched.reduce((sum, line) => sum + line.leads, 0);
  return (
    <aside
      aria-label="Leads without a rule"
      className="grid w-80 shrink-0 gap-2 rounded-card border border-line bg-sheet p-5 max-lg:w-full"
    >
      <h2 className="text-lg">Leads without a rule</h2>
      <p className="text-muted tabular-nums">
        {leads === 0
          ? `No leads came in during the last ${days} days.`
          : left === 0
            ? `A rule matched all ${leads.toLocaleString('en-US')} leads of the last ${days} days.`
            : `No rule matched ${left.toLocaleString('en-US')} of the ${leads.toLocaleString('en-US')} leads of the last ${days} days, so nobody was assigned and no sequence started. They came from:`}
      </p>
      <ul className="grid gap-1.5">
        {unmatched.map((line) => (
          <li key={line.funnel + line.page} className="flex gap-3">
            <span className="w-8 shrink-0 text-right font-semibold tabular-nums">
              {line.leads.toLocaleString('en-US')}
            </span>
            <span className="min-w-0 flex-1">
              {line.page} <span className="block text-xs text-muted">in {line.funnel}</span>
            </span>
          </li>
        ))}
      </ul>
    </aside>
  );
}

function RuleItem({
  rule,
  choices,
  recent,
  client,
  isOpen,
  onToggle,
  moves,
  onRemove,
}: {
  rule: RuleView;
  choices: ConditionChoices;
  recent: RecentLeads;
  client: { id: string; slug: string; zone: string };
  isOpen: boolean;
  onToggle: (isOpen: boolean) => void;
  /** How it comes before or after the next one, in each way that it can; left out where no order matters. */
  moves?: Record<'up' | 'down', (() => void) | null>;
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
          </h2>
          <RuleSentence content={rule.content} choices={choices} />
          {rule.unreachable && (
            <p role="note" className="mt-1 font-semibold text-honey">
              {unreachableWords(rule.unreachable)}
            </p>
          )}
          {rule.content.trigger ? (
            <p className="mt-1 text-xs text-muted tabular-nums">
              matched {peopleWords(rule.matched30)} in the last {recent.days} days
            </p>
          ) : (
            <Matched matched={rule.matched30} recent={recent} />
          )}
        </div>
        {moves && (
          <>
            <IconButton
              label={`Move ${rule.content.name} up`}
              disabled={!moves.up}
              onClick={() => moves.up?.()}
            >
              <ArrowUp />
            </IconButton>
            <IconButton
              label={`Move ${rule.content.name} down`}
              disabled={!moves.down}
              onClick={() => moves.down?.()}
            >
              <ArrowDown />
            </IconButton>
          </>
        )}
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
          zone={client.zone}
          choices={choices}
          onKept={() => onToggle(false)}
        />
      )}
    </li>
  );
}

const peopleWords = (count: number): string =>
  count === 1 ? '1 person' : `${count.toLocaleString('en-US')} people`;

function unreachableWords({ kind, by }: NonNullable<RuleView['unreachable']>): string {
  switch (kind) {
    case 'asks-nothing':
      return 'It has no conditions, so it matches nobody.';
    case 'never':
      return 'It can never match: no form of this client stands where it asks, or its conditions exclude each other.';
    case 'hidden':
      return `It can never match: “${by}” takes all of its leads and stops there.`;
  }
}

/** How many of the recent leads a rule matched, in words and as a share of a line. */
function Matched({ matched, recent }: { matched: number; recent: RecentLeads }) {
  const share = recent.leads > 0 ? Math.min(1, matched / recent.leads) : 0;
  return (
    <div className="mt-2 flex items-center gap-3 text-xs text-muted tabular-nums">
      <span aria-hidden className="h-1.5 w-40 overflow-hidden rounded-full bg-line">
        <span className="block h-full bg-leaf" style={{ width: `${share * 100}%` }} />
      </span>
      <span>
        matched {matched.toLocaleString('en-US')} of {recent.leads.toLocaleString('en-US')}{' '}
        {recent.leads === 1 ? 'lead' : 'leads'} in the last {recent.days} days
      </span>
    </div>
  );
}
