import {
  useId,
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
} from 'react';

const box =
  'w-full rounded-control border border-strong-line bg-sheet px-3 py-1.5 text-sm text-ink aria-invalid:border-brick';

interface Around {
  label: string;
  help?: string;
  error?: string | undefined;
}

/** A label, its control, and beside them what is wrong or worth knowing. */
function Labelled({
  label,
  help,
  error,
  children,
}: Around & { children: (id: string, described: string | undefined) => ReactNode }) {
  const id = useId();
  const note = error ?? help;
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="text-xs font-semibold">
        {label}
      </label>
      {children(id, note ? `${id}-note` : undefined)}
      {note && (
        <p
          id={`${id}-note`}
          className={`text-xs ${error ? 'font-semibold text-brick' : 'text-muted'}`}
        >
          {note}
        </p>
      )}
    </div>
  );
}

export function TextField({
  label,
  help,
  error,
  ...rest
}: Around & InputHTMLAttributes<HTMLInputElement>) {
  return (
    <Labelled {...{ label, error, ...(help && { help }) }}>
      {(id, described) => (
        <input
          id={id}
          className={`${box} h-9`}
          aria-invalid={error ? true : undefined}
          aria-describedby={described}
          {...rest}
        />
      )}
    </Labelled>
  );
}

export function LongField({
  label,
  help,
  error,
  ...rest
}: Around & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  return (
    <Labelled {...{ label, error, ...(help && { help }) }}>
      {(id, described) => (
        <textarea
          id={id}
          className={`${box} resize-y`}
          rows={3}
          aria-invalid={error ? true : undefined}
          aria-describedby={described}
          {...rest}
        />
      )}
    </Labelled>
  );
}

export function SelectField({
  label,
  help,
  error,
  options,
  ...rest
}: Around & {
  /** Names by value; names within a name are a group under it. */
  options: Record<string, string | Record<string, string>>;
} & SelectHTMLAttributes<HTMLSelectElement>) {
  return (
    <Labelled {...{ label, error, ...(help && { help }) }}>
      {(id, described) => (
        <select id={id} className={`${box} h-9`} aria-describedby={described} {...rest}>
          {Object.entries(options).map(([value, inner]) =>
            typeof inner === 'string' ? (
              <option key={value} value={value}>
                {inner}
              </option>
            ) : (
              <optgroup key={value} label={value}>
                {Object.entries(inner).map(([one, text]) => (
                  <option key={one} value={one}>
                    {text}
                  </option>
                ))}
              </optgroup>
            ),
          )}
        </select>
      )}
    </Labelled>
  );
}

/** A few choices side by side, of which one holds. */
export function Choice<Value extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: Value;
  options: Record<Value, string>;
  onChange: (value: Value) => void;
}) {
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1 text-xs font-semibold">{label}</legend>
      <div className="flex rounded-control border border-strong-line bg-sheet p-0.5">
        {(Object.entries(options) as [Value, string][]).map(([option, text]) => (
          <label
            key={option}
            className="flex-1 cursor-pointer rounded-md px-1.5 py-1 text-center text-[13px] has-checked:bg-plum-tint has-checked:font-semibold has-checked:text-plum-dark has-focus-visible:outline-2 has-focus-visible:outline-plum"
          >
            <input
              type="radio"
              className="sr-only"
              checked={option === value}
              onChange={() => onChange(option)}
            />
            {text}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
