import { api, type ClientSummary, type ReportIssueView, type ReportView } from '@plumgate/contract';
import { daysOfMonth, monthBefore, monthWords, reportParts } from '@plumgate/core/reports';
import { Copy, Pencil, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dateText } from '../../ui/when.ts';
import { ForToday } from '../results/for-today.tsx';
import { ResultsTabs } from '../results/results-tabs.tsx';
import { ReportDialog } from './report-dialog.tsx';
import { SendDialog } from './send-dialog.tsx';

/** Monthly reports for a client: laid out once, made by month, shared by a link and sent. */
export function ReportsScreen() {
  return (
    <ForToday>
      {(client, today) => <Reports key={client.id} client={client} today={today} />}
    </ForToday>
  );
}

function Reports({ client, today }: { client: ClientSummary; today: string }) {
  const refresh = useRefreshAll();
  const [open, setOpen] = useState<ReportView | 'new' | null>(null);
  const asked = useEndpoint(api.listReports, { params: { clientId: client.id } });
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data) return <Skeleton />;
  const { reports } = asked.data;
  return (
    <>
      <PageHead title="Results">
        <Button look="main" onClick={() => setOpen('new')}>
          <Plus className="size-4" aria-hidden /> Add a report
        </Button>
      </PageHead>
      <ResultsTabs client={client} />
      {reports.length === 0 ? (
        <Empty title="No report is laid out yet">
          <p>
            A report says on one link what a month brought, in the client’s look or yours. It needs
            no account, prints well, and can be sent by itself each month.
          </p>
        </Empty>
      ) : (
        <ul className="grid max-w-4xl gap-4 p-6 max-md:p-4">
          {reports.map((report) => (
            <Report
              key={report.reportId}
              {...{ client, report, today }}
              onEdit={() => setOpen(report)}
            />
          ))}
        </ul>
      )}
      {open && (
        <ReportDialog
          client={client}
          report={open === 'new' ? null : open}
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

/** So many months back can be reported. */
const mostMonths = 13;

function Report({
  client,
  report: { reportId, content, nextAt, issues },
  today,
  onEdit,
}: {
  client: ClientSummary;
  report: ReportView;
  today: string;
  onEdit: () => void;
}) {
  const act = useAct();
  const [month, setMonth] = useState(monthBefore(today));
  const params = { reportId };
  const { name, parts, schedule } = content;
  return (
    <li className="grid gap-3 rounded-card border border-line bg-sheet px-5 py-4">
      <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <div className="min-w-0 flex-1 basis-64">
          <h2 className="text-lg">{name}</h2>
          <p className="text-[13px] text-muted">
            {parts.map((part) => reportParts[part]).join(' · ')}
          </p>
          <p className="text-[13px] text-muted">
            {schedule && nextAt
              ? `Sent to ${schedule.to.join(', ')}; next on ${dateText(nextAt, client.zone)}`
              : 'Sent by hand'}
          </p>
        </div>
        <InlineSelect
          label="Month"
          options={Object.fromEntries(monthsBack(today).map((one) => [one, monthWords(one)]))}
          value={month}
          onChange={setMonth}
        />
        <Button
          onClick={() =>
            void act(async () => {
              await call(api.makeReport, { params, body: { month } });
              return { said: `The report of ${monthWords(month)} is made.` };
            })
          }
        >
          {issues.some((issue) => issue.month === month) ? 'Make again' : 'Make it'}
        </Button>
        <span className="flex">
          <IconButton label={`Edit ${name}`} onClick={onEdit}>
            <Pencil />
          </IconButton>
          <RemoveReport {...{ reportId, name }} made={issues.length} />
        </span>
      </div>
      {issues.length > 0 && (
        <ul className="grid border-t border-line">
          {issues.map((issue) => (
            <Issue key={issue.issueId} {...{ client, issue }} usually={schedule?.to ?? []} />
          ))}
        </ul>
      )}
    </li>
  );
}

function RemoveReport({
  reportId,
  name,
  made,
}: {
  reportId: ReportView['reportId'];
  name: string;
  made: number;
}) {
  const act = useAct();
  const [isAsking, setAsking] = useState(false);
  const remove = () =>
    void act(async () => {
      await call(api.removeReport, { params: { reportId } });
      return { said: `${name} was deleted.` };
    });
  if (isAsking)
    return (
      <span className="flex items-center gap-2 text-[13px]">
        {made === 1 ? 'Its link ends.' : `${made} links end.`}
        <Button size="small" onClick={remove}>
          Delete
        </Button>
        <Button size="small" look="quiet" onClick={() => setAsking(false)}>
          Keep
        </Button>
      </span>
    );
  return (
    <IconButton label={`Delete ${name}`} onClick={() => (made > 0 ? setAsking(true) : remove())}>
      <X />
    </IconButton>
  );
}

/** A report of one month: opened, copied, written to and sent. */
function Issue({
  client,
  issue,
  usually,
}: {
  client: ClientSummary;
  issue: ReportIssueView;
  usually: readonly string[];
}) {
  const act = useAct();
  const refresh = useRefreshAll();
  const [isSending, setSending] = useState(false);
  const { issueId, month, href, madeAt, sentAt, expiresAt } = issue;
  const words = monthWords(month);
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line py-2 last:border-0 last:pb-0">
      <a
        className="min-w-36 font-semibold text-plum-dark hover:underline"
        href={href}
        target="_blank"
        rel="noreferrer"
      >
        {words}
      </a>
      <span className="min-w-0 flex-1 basis-52 text-[13px] text-muted">
        made {dateText(madeAt, client.zone)}
        {sentAt && `, sent ${dateText(sentAt, client.zone)}`}; its link works until{' '}
        {dateText(expiresAt, client.zone)}
      </span>
      <Button size="small" onClick={() => setSending(true)}>
        Words and send
      </Button>
      <span className="flex">
        <IconButton label={`Copy the link to ${words}`} onClick={() => void copyText(href)}>
          <Copy />
        </IconButton>
        <IconButton
          label={`Withdraw ${words}`}
          onClick={() =>
            void act(async () => {
              await call(api.withdrawReport, { params: { reportIssueId: issueId } });
              return { said: `The report of ${words} is gone; its link opens nothing.` };
            })
          }
        >
          <X />
        </IconButton>
      </span>
      {isSending && (
        <SendDialog
          {...{ issue, usually }}
          onClose={() => setSending(false)}
          onDone={(said) => {
            setSending(false);
            toast(said);
            void refresh();
          }}
        />
      )}
    </li>
  );
}

function monthsBack(today: string): string[] {
  const months = [today.slice(0, 7)];
  while (months.length < mostMonths) months.push(monthBefore(daysOfMonth(months.at(-1)!).from));
  return months;
}
