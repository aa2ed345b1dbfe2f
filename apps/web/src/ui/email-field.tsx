import { emailCorrection } from '@plumgate/core/forms';
import { TextField } from './field.tsx';

/** Somebody's email address; where its host looks misspelled, what was probably meant is one press away. */
export function EmailField({
  label,
  value,
  error,
  onChange,
}: {
  label: string;
  value: string;
  error?: string | undefined;
  onChange: (email: string) => void;
}) {
  const meant = emailCorrection(value);
  return (
    <div className="grid gap-1">
      <TextField
        label={label}
        type="email"
        value={value}
        error={error}
        onChange={(event) => onChange(event.target.value)}
      />
      {meant && (
        <p className="text-xs text-honey" role="status">
          Did you mean{' '}
          <button
            type="button"
            className="font-semibold break-all underline"
            onClick={() => onChange(meant)}
          >
            {meant}
          </button>
          ?
        </p>
      )}
    </div>
  );
}
