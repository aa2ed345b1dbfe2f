import type { MergeField } from '@plumgate/core/messages';
import { SelectField } from '../../ui/field.tsx';

/** Which vouchers are meant, of those that the client has. */
export function VoucherChoice({
  value,
  fields,
  onChange,
}: {
  value: string;
  fields: readonly MergeField[];
  onChange: (key: string) => void;
}) {
  const pools = fields.filter(({ group }) => group === 'vouchers');
  if (pools.length === 0)
    return <p className="text-xs text-muted">Add vouchers in Follow-up, Vouchers first.</p>;
  return (
    <SelectField
      label="Vouchers"
      options={Object.fromEntries([
        ...(value ? [] : [['', 'Choose']]),
        ...pools.map(({ field, label }) => [field.split('.')[1]!, label.replace(/^Code of /, '')]),
      ])}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
