import { TextField } from './field.tsx';

/** A number, or none while the field is empty. */
export function NumberField({
  label,
  help,
  value,
  min = 0,
  max,
  step,
  error,
  onChange,
}: {
  label: string;
  help?: string;
  value: number | null;
  min?: number;
  max?: number;
  step?: number;
  error?: string | undefined;
  onChange: (value: number | null) => void;
}) {
  return (
    <TextField
      label={label}
      type="number"
      {...{ min, max, step, error }}
      {...(help && { help })}
      value={value ?? ''}
      onChange={({ target }) =>
        onChange(Number.isNaN(target.valueAsNumber) ? null : target.valueAsNumber)
      }
    />
  );
}
