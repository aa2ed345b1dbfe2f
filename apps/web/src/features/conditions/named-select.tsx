import { InlineSelect } from '../../ui/field.tsx';

/** A choice among things by their names; what is chosen stays a choice when it is gone. */
export function NamedSelect({
  label,
  among,
  value,
  onChange,
}: {
  label: string;
  among: { id: string; name: string }[];
  value: string;
  onChange: (id: string) => void;
}) {
  const isGone = !among.some((one) => one.id === value);
  const options = Object.fromEntries([
    ...(isGone ? [[value, 'something that is gone']] : []),
    ...among.map(({ id, name }) => [id, name]),
  ]) as Record<string, string>;
  return (
    <InlineSelect
      label={label}
      className="min-w-0 flex-1"
      options={options}
      value={value}
      onChange={onChange}
    />
  );
}
