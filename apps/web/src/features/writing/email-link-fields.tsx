import type { FileId } from '@plumgate/core/basics';
import { bookingLink, type EmailLink } from '@plumgate/core/emails';
import { readMergeCode, type MergeField } from '@plumgate/core/messages';
import { useState } from 'react';
import { AddressField } from '../../ui/address-field.tsx';
import { SelectField } from '../../ui/field.tsx';
import { FileChoice } from '../pictures/file-choice.tsx';
import { VoucherChoice } from './voucher-choice.tsx';
import { PageTarget } from '../pages/page-target.tsx';

const kinds = {
  page: 'A page',
  booking: 'Move or cancel their booking',
  file: 'A file',
  voucher: 'Their voucher',
  call: 'A call to the business',
  field: 'Another link of theirs',
  address: 'An address',
} as const;
type Kind = keyof typeof kinds;

/** The merge fields that are links and lead elsewhere than to the booking. */
const isLinkField = ({ field }: MergeField) => /^(?:links|page)\./.test(field);

function kindOf(link: EmailLink): Kind {
  if (link.kind !== 'address') return link.kind;
  if (link.href === '{{ booking.change_link }}') return 'booking';
  // Of a new one nothing is chosen yet.
  if (link.href === 'https://') return 'page';
  return link.href.startsWith('{{') ? 'field' : 'address';
}

/** Where something in an email leads; what that needs is asked below, and takes effect once it is whole. */
export function EmailLinkFields({
  link,
  clientId,
  phone,
  fields,
  onChange,
}: {
  link: EmailLink;
  clientId: string;
  phone: string;
  fields: readonly MergeField[];
  onChange: (link: EmailLink) => void;
}) {
  const [kind, setKind] = useState<Kind>(kindOf(link));
  const offered = Object.entries(kinds).filter(
    ([name]) =>
      (name !== 'booking' || fields.some(({ field }) => field === 'booking.change_link')) &&
      (name !== 'field' || kindOf(link) === 'field'),
  );
  const choose = (next: Kind) => {
    setKind(next);
    if (next === 'call') onChange({ kind: 'call' });
    if (next === 'voucher') onChange({ kind: 'voucher', key: '' });
    if (next === 'booking') onChange(bookingLink);
  };
  return (
    <>
      <SelectField
        label="Leads to"
        options={Object.fromEntries(offered)}
        value={kind}
        onChange={(event) => choose(event.target.value as Kind)}
      />
      {kind === 'page' && (
        <PageTarget
          clientId={clientId}
          value={link.kind === 'page' ? link.page : ''}
          onChange={(page) => onChange({ kind: 'page', page })}
        />
      )}
      {kind === 'file' && (
        <FileChoice
          kind="document"
          value={link.kind === 'file' ? link.file : ''}
          onChange={(file) => onChange({ kind: 'file', file: file as FileId })}
        />
      )}
      {kind === 'voucher' && (
        <VoucherChoice
          value={link.kind === 'voucher' ? link.key : ''}
          fields={fields}
          onChange={(key) => onChange({ kind: 'voucher', key })}
        />
      )}
      {kind === 'call' && (
        <p className="text-xs text-muted">
          {phone || 'The fact sheet has no phone number yet. The button is left out until it has.'}
        </p>
      )}
      {kind === 'field' && (
        <SelectField
          label="Link"
          options={Object.fromEntries(
            fields
              .filter(isLinkField)
              .map(({ field, label }) => [`{{ ${field} }}`, label] as const),
          )}
          value={link.kind === 'address' ? link.href : ''}
          onChange={(event) => onChange({ kind: 'address', href: event.target.value })}
        />
      )}
      {kind === 'address' && (
        <AddressField
          label="Address"
          value={link.kind === 'address' && !readMergeCode(link.href) ? link.href : 'https://'}
          onChange={(href) => onChange({ kind: 'address', href })}
        />
      )}
    </>
  );
}
