import type { Review, Service, StaffMember } from '@plumgate/core/clients';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { EntryPicture } from '../pictures/entry-picture.tsx';
import { starOptions } from './star-options.ts';
import { PriceField } from './price-field.tsx';
import type { RecordPart } from './record-list.tsx';

/** What stands on somebody's card beside name and role. */
const onCard = [
  ['phone', 'Direct line', 'tel', 40],
  ['officePhone', 'Office line', 'tel', 40],
  ['license', 'License number', 'text', 60],
  ['brokerage', 'Brokerage', 'text', 160],
] as const;

export function StaffFields({ record, change, problem }: RecordPart<StaffMember>) {
  return (
    <>
      <TextField
        label="Name"
        maxLength={120}
        error={problem('name')}
        value={record.name}
        onChange={(event) => change({ name: event.target.value })}
      />
      <TextField
        label="What they do"
        maxLength={120}
        value={record.role}
        onChange={(event) => change({ role: event.target.value })}
      />
      <div className="grid grid-cols-2 gap-2">
        {onCard.map(([field, label, type, most]) => (
          <TextField
            key={field}
            label={label}
            type={type}
            maxLength={most}
            value={record[field]}
            onChange={(event) => change({ [field]: event.target.value })}
          />
        ))}
      </div>
      <LongField
        label="A sentence about them"
        rows={2}
        maxLength={600}
        value={record.about}
        onChange={(event) => change({ about: event.target.value })}
      />
      <EntryPicture picture={record.picture} onChange={(picture) => change({ picture })} />
    </>
  );
}

export function ServiceFields({
  record,
  change,
  problem,
  currency,
}: RecordPart<Service> & { currency: string }) {
  return (
    <>
      <TextField
        label="Name"
        maxLength={120}
        error={problem('name')}
        value={record.name}
        onChange={(event) => change({ name: event.target.value })}
      />
      <LongField
        label="Short description"
        rows={2}
        maxLength={600}
        value={record.about}
        onChange={(event) => change({ about: event.target.value })}
      />
      <div className="grid grid-cols-2 gap-2">
        <PriceField
          label="Price from"
          currency={currency}
          amount={record.priceFrom}
          onChange={(priceFrom) => change({ priceFrom })}
        />
        <PriceField
          label="up to"
          currency={currency}
          amount={record.priceTo}
          problem={problem('priceTo')}
          onChange={(priceTo) => change({ priceTo })}
        />
      </div>
      <EntryPicture picture={record.picture} onChange={(picture) => change({ picture })} />
    </>
  );
}

export function ReviewFields({ record, change, problem }: RecordPart<Review>) {
  return (
    <>
      <LongField
        label="What they said, word for word"
        rows={3}
        maxLength={600}
        error={problem('said')}
        value={record.said}
        onChange={(event) => change({ said: event.target.value })}
      />
      <TextField
        label="Who said it"
        maxLength={120}
        error={problem('who')}
        value={record.who}
        onChange={(event) => change({ who: event.target.value })}
      />
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label="Stars"
          options={starOptions}
          value={String(record.stars ?? '')}
          onChange={(event) =>
            change({ stars: event.target.value ? Number(event.target.value) : null })
          }
        />
        <TextField
          label="Where they wrote it"
          maxLength={60}
          value={record.source}
          onChange={(event) => change({ source: event.target.value })}
        />
      </div>
      <EntryPicture picture={record.picture} onChange={(picture) => change({ picture })} />
    </>
  );
}
