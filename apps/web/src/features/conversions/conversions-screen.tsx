import { api, type ClientSummary, type ConversionView } from '@plumgate/contract';
import type { Period } from '@plumgate/core/results';
import { Pencil, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dateText } from '../../ui/when.ts';
import { wholeMoney } from '../../ui/whole-money.ts';
import { ForToday } from '../results/for-today.tsx';
import { PeriodChoice, usePeriod } from '../results/period-choice.tsx';
import { ResultsTabs } from '../results/results-tabs.tsx';
import { ConversionDialog } from './conversion-dialog.tsx';
import {
  notSeenWords,
  outcomeWords,
  ruleWords,
  valueWords,
  type OutcomeChoices,
} from './conversion-words.ts';

/** The outcomes that a client counts, by name: how many, what they are worth, and which visits led to them. */
export function ConversionsScreen() {
  return (
    <ForToday>
      {(client, today) => <Conversions key={client.id} client={client} today={today} />}
    </ForToday>
  );
}

function Conversions({ client, today }: { client: ClientSummary; today: string }) {
  const chosen = usePeriod(today);
  const refresh = useRefreshAll();
  const [open, setOpen] = useState<ConversionView | 'new' | null>(null);
  const params = { clientId: client.id };
  const { period } = chosen;
  const asked = useEndpoint(api.listConversions, { params, query: period }, { keepsShown: true });
  const choosing = useEndpoint(api.getConditionChoices, { params });
  const files = useEndpoint(api.listFiles, { params });
  const pools = useEndpoint(api.listVoucherPools, { params });
  const failed = [asked, choosing, files, pools].find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!asked.data || !choosing.data || !files.data || !pools.data) return <Skeleton />;
  const { conversions } = asked.data;
  const choices: OutcomeChoices = {
    ...choosing.data,
    file: files.data.files,
    pool: pools.data.pools.map(({ id, content }) => ({ id, name: content.name })),
  };
  return (
    <>
      <PageHead title="Results">
        <PeriodChoice chosen={chosen} today={today} />
        <Button look="main" onClick={() => setOpen('new')}>
          <Plus className="size-4" aria-hidden /> Count a conversion
        </Button>
      </PageHead>
      <ResultsTabs client={client} />
      {conversions.length === 0 ? (
        <Empty title="No conversion is counted yet">
          <p>
            Name an outcome: a form sent, a booking, a stage reached, a call. It is counted from
            what happened, also before today, and put down to the visit that led to it.
          </p>
        </Empty>
      ) : (
        <ul className="grid max-w-5xl gap-3 p-6 max-md:p-4">
          {conversions.map((one) => (
            <Row
              key={one.conversionId}
              {...{ client, period, conversion: one, choices }}
              onEdit={() => setOpen(one)}
            />
          ))}
        </ul>
      )}
      {open && (
        <ConversionDialog
          client={client}
          choices={choices}
          conversion={open === 'new' ? null : open}
          onClose={() => setOpen(null)}
          onSaved={() => {
            setOpen(null);
            void refresh();
          }}
        />
      )}
    </>
  );
}

function Row({
  client,
  period,
  choices,
  conversion,
  onEdit,
}: {
  client: ClientSummary;
  period: Period;
  choices: OutcomeChoices;
  conversion: ConversionView;
  onEdit: () => void;
}) {
  const act = useAct();
  const { conversionId, content, count, value, clicks, lastAt, sources } = conversion;
  const params = { conversionId };
  const money = (amount: number) => wholeMoney(amount, client.currency);
  const worth = valueWords(content, client.currency);
  return (
    <li className="grid gap-2 rounded-card border border-line bg-sheet px-5 py-4">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <div className="min-w-0 flex-1 basis-64">
          <h2 className="flex flex-wrap items-center gap-x-3 text-lg">
            {content.name}
            {lastAt ? (
              <Pill tone="leaf">Verified, last {dateText(lastAt, client.zone)}</Pill>
            ) : (
              <Pill tone="honey">Not seen yet</Pill>
            )}
          </h2>
          <p className="text-[13px] text-muted">
            {[outcomeWords(content.on, choices), ruleWords(content), worth]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        <p className="font-title text-2xl tabular-nums">
          {count.toLocaleString('en-US')}
          {value !== null && value > 0 && (
            <span className="ml-3 text-base text-muted">{money(value)}</span>
          )}
        </p>
        <div className="flex items-center gap-1">
          <IconButton label={`Edit ${content.name}`} onClick={onEdit}>
            <Pencil />
          </IconButton>
          <IconButton
            label={`Count ${content.name} no more`}
            onClick={() =>
              void act(async () => {
                await call(api.removeConversion, { params });
                return {
                  said: `${content.name} is counted no more.`,
                  undo: () =>
                    call(api.addConversion, { params: { clientId: client.id }, body: content }),
                };
              })
            }
          >
            <X />
          </IconButton>
        </div>
      </div>
      {!lastAt && <p className="text-[13px]">{notSeenWords[content.on.kind]}</p>}
      {sources.length > 0 && (
        <p className="flex flex-wrap gap-x-4 gap-y-1 text-[13px] tabular-nums">
          {sources.map((one) => (
            <span key={one.source}>
              {one.source || 'No visit known'} <b>{one.count.toLocaleString('en-US')}</b>
              {one.value > 0 && ` (${money(one.value)})`}
            </span>
          ))}
        </p>
      )}
      {clicks > 0 && (
        <Button
          className="justify-self-start"
          look="quiet"
          size="small"
          onClick={() => void act(() => saveFile(api.exportClicks, { params, query: period }))}
        >
          Export {clicks.toLocaleString('en-US')} ad {clicks === 1 ? 'click' : 'clicks'} as CSV
        </Button>
      )}
    </li>
  );
}
