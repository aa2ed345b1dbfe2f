import { api, type ClientSummary, type ReportView } from '@plumgate/contract';
import {
  allReportParts,
  ReportContent,
  reportParts,
  type ReportPart,
} from '@plumgate/core/reports';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { IconButton } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Choice, LongField, TextField, Tick } from '../../ui/field.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { linesOf } from '../../ui/lines-of.ts';

const usual: ReportContent = {
  name: 'Monthly report',
  parts: ['words', 'numbers', 'line', 'sources', 'pages', 'conversions', 'tests', 'leads'],
  ...{ brand: 'client', schedule: null },
};

/** What a monthly report shows, in whose name, and which addresses get it by itself. */
export function ReportDialog({
  client,
  report,
  onSaved,
  onClose,
}: {
  client: ClientSummary;
  /** The one that is changed; null for a new one. */
  report: ReportView | null;
  onSaved: () => void;
  onClose: () => void;
}) {
  const [content, setContent] = useState<ReportContent>(report?.content ?? usual);
  const [to, setTo] = useState(content.schedule?.to.join('\n') ?? '');
  const [failure, setFailure] = useState<unknown>(null);
  const set = (changes: Partial<ReportContent>) => setContent({ ...content, ...changes });
  const { parts, schedule } = content;
  const left = allReportParts.filter((part) => !parts.includes(part));
  const toggle = (part: ReportPart, on: boolean) =>
    set({ parts: on ? [...parts, part] : parts.filter((one) => one !== part) });
  const move = (index: number, by: 1 | -1) => {
    const moved = [...parts];
    moved.splice(index + by, 0, ...moved.splice(index, 1));
    set({ parts: moved });
  };
  const checked = ReportContent.safeParse(content);
  const wrongTo = checked.success
    ? undefined
    : checked.error.issues.find(({ path }) => path.includes('to'))?.message;
  return (
    <Dialog title={report ? 'Report' : 'Add a report'} width="w-[560px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          const saving = report
            ? call(api.changeReport, { params: { reportId: report.reportId }, body: content })
            : call(api.addReport, { params: { clientId: client.id }, body: content });
          saving.then(onSaved, setFailure);
        }}
      >
        <TextField
          label="Name"
          autoFocus
          maxLength={60}
          value={content.name}
          onChange={({ target }) => set({ name: target.value })}
        />
        <fieldset className="grid gap-1">
          <legend className="mb-1 text-xs font-semibold">What it shows, in this order</legend>
          {parts.map((part, index) => (
            <div key={part} className="flex items-center justify-between">
              <Tick label={reportParts[part]} checked onChange={() => toggle(part, false)} />
              <span className="flex">
                <IconButton
                  label={`${reportParts[part]} earlier`}
                  disabled={index === 0}
                  onClick={() => move(index, -1)}
                >
                  <ArrowUp />
                </IconButton>
                <IconButton
                  label={`${reportParts[part]} later`}
                  disabled={index === parts.length - 1}
                  onClick={() => move(index, 1)}
                >
                  <ArrowDown />
                </IconButton>
              </span>
            </div>
          ))}
          {left.map((part) => (
            <Tick
              key={part}
              label={reportParts[part]}
              checked={false}
              onChange={() => toggle(part, true)}
            />
          ))}
        </fieldset>
        <Choice
          label="In whose look and name"
          value={content.brand}
          options={{ client: client.name, agency: 'Ours' }}
          onChange={(brand) => set({ brand })}
        />
        <Tick
          label="Send it by itself each month"
          checked={schedule !== null}
          onChange={(on) => set({ schedule: on ? { day: 3, to: linesOf(to) } : null })}
        />
        {schedule && (
          <div className="grid grid-cols-[140px_1fr] items-start gap-4 max-md:grid-cols-1">
            <NumberField
              label="On day of the month"
              min={1}
              max={28}
              value={schedule.day}
              onChange={(day) => set({ schedule: { ...schedule, day: day ?? 0 } })}
            />
            <LongField
              label="To these addresses, one a line"
              rows={2}
              value={to}
              error={to ? wrongTo : undefined}
              onChange={({ target }) => {
                setTo(target.value);
                set({ schedule: { ...schedule, to: linesOf(target.value) } });
              }}
            />
          </div>
        )}
        <DialogFoot does="Save" off={!checked.success} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
