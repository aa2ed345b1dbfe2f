import { api, type ReportIssueView } from '@plumgate/contract';
import { monthWords } from '@plumgate/core/reports';
import { useState } from 'react';
import { z } from 'zod';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField } from '../../ui/field.tsx';
import { linesOf } from '../../ui/lines-of.ts';

/** What the marketer says of a month, and the addresses that get its report now. */
export function SendDialog({
  issue,
  usually,
  onDone,
  onClose,
}: {
  issue: ReportIssueView;
  /** The addresses that get it by itself. */
  usually: readonly string[];
  onDone: (said: string) => void;
  onClose: () => void;
}) {
  const [words, setWords] = useState(issue.words);
  const [to, setTo] = useState(usually.join('\n'));
  const [failure, setFailure] = useState<unknown>(null);
  const addresses = linesOf(to);
  const isRight = addresses.every((one) => z.email().safeParse(one).success);
  const params = { reportIssueId: issue.issueId };
  const finish = async () => {
    await call(api.changeReportWords, { params, body: { words } });
    if (addresses.length === 0) return onDone('Saved.');
    await call(api.sendReport, { params, body: { to: addresses } });
    onDone(`Sent to ${addresses.join(', ')}.`);
  };
  return (
    <Dialog title={`Report of ${monthWords(issue.month)}`} width="w-[520px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          finish().catch(setFailure);
        }}
      >
        <LongField
          label="What you say of the month"
          help="Shown where the report has “Our words”, and in the email."
          autoFocus
          rows={5}
          maxLength={3000}
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <LongField
          label="Send to, one address a line"
          help="Leave empty to save your words alone."
          rows={2}
          value={to}
          error={isRight ? undefined : 'Give email addresses, one a line.'}
          onChange={({ target }) => setTo(target.value)}
        />
        <DialogFoot
          does={addresses.length > 0 ? 'Save and send' : 'Save'}
          off={!isRight}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
