import { api } from '@plumgate/contract';
import type { Conditions } from '@plumgate/core/conditions';
import { emailFromText, sampleValues, type Email } from '@plumgate/core/emails';
import type { WrittenMessage } from '@plumgate/core/followup';
import { fillOrKeep, type MergeContext, type MergeGroup } from '@plumgate/core/messages';
import { Pencil } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { useMergeFields } from '../clients/use-merge-fields.ts';
import { TextWords } from './text-words.tsx';
import { EmailComposer } from './email-composer.tsx';
import { EmailFrame } from './email-frame.tsx';
import { emailView } from './email-view.ts';

/** A new message of a kind, with words to be replaced. */
export const newMessage = {
  email: () => ({
    kind: 'email' as const,
    ...emailFromText({
      subject: 'A word from {{ client.name }}',
      body: 'Hello {{ person.first_name | default: "there" }},',
    }),
  }),
  text: () => ({ kind: 'text' as const, body: '{{ client.name }}: ' }),
};

/** Who a message is written for, and what its words may name. */
export interface WritingFor {
  clientId: string;
  groups: readonly MergeGroup[];
  /** Values for what no person has: a booking, an event. */
  sample?: MergeContext | undefined;
  /** Who gets it, as far as that is known. */
  onlyFor?: Conditions | undefined;
}

/** The words of an email or a text. */
export function MessageFields({
  message,
  to,
  onChange,
}: {
  message: WrittenMessage;
  to: WritingFor;
  onChange: (message: WrittenMessage) => void;
}) {
  const fields = useMergeFields(to.clientId, to.groups);
  if (message.kind === 'text') return <TextWords {...{ message, fields, onChange }} />;
  const { kind: _kind, ...email } = message;
  return (
    <EmailField
      label="Email"
      email={email}
      to={to}
      onChange={(changed) => onChange({ ...message, ...changed })}
    />
  );
}

const shownWidth = 600;
const shownScale = 0.55;
const shownHeight = 240;

/** An email in small, which opens to be written. */
export function EmailField({
  label,
  email,
  to,
  onChange,
}: {
  label: string;
  email: Email;
  to: WritingFor;
  onChange: (email: Email) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const { clientId, sample } = to;
  const { data: sheet } = useEndpoint(api.getClient, { params: { clientId } });
  const { data: pages } = useEndpoint(api.listPages, { params: { clientId } });
  const view = useMemo(
    () => sheet && pages && emailView(sheet, pages.pages, sample ?? sampleValues(sheet)),
    [sheet, pages, sample],
  );
  return (
    <div className="grid content-start gap-1">
      <div className="flex min-h-6 items-center justify-between gap-2">
        <span className="text-xs font-semibold">{label}</span>
      </div>
      <div className="overflow-hidden rounded-control border border-strong-line bg-sheet">
        <div className="flex items-center gap-2 border-b border-line px-3 py-2">
          <p className="min-w-0 flex-1 truncate font-semibold">
            {view ? view.reading.merge(email.subject) : fillOrKeep(email.subject, {})}
          </p>
          <Button onClick={() => setOpen(true)}>
            <Pencil className="size-4" aria-hidden /> Write the email
          </Button>
        </div>
        {view && (
          <div className="flex justify-center bg-[#F4F2EE]" style={{ height: shownHeight }}>
            <EmailFrame
              blocks={email.blocks}
              view={view}
              title={`${label}, as it looks`}
              width={shownWidth}
              scale={shownScale}
              height={shownHeight}
              isStill
            />
          </div>
        )}
      </div>
      {isOpen && (
        <EmailComposer
          {...to}
          title={label}
          email={email}
          onChange={onChange}
          onClose={() => setOpen(false)}
        />
      )}
    </div>
  );
}
