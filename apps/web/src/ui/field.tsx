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

/** How many characters may still be typed, once that is worth knowing: in the last fifth of what there is room for. */
function charactersLeft({
  value,
  maxLength,
}: {
  value?: unknown;
  maxLength?: number | undefined;
}): number | null {
  if (typeof value !== 'string' || maxLength === undefined) return null;
  const left = maxLength - value.length;
  return left <= maxLength / 5 ? left : null;
}

/** A label, its control, and beside them what is wrong or worth knowing. */
function Labelled({
  label,
  help,
  error,
  left = null,
  children,
}: Around & {
  left?: number | null;
  children: (id: string, described: string | undefined) => ReactNode;
}) {
  const id = useId();
  const note = error ?? help;
  return (
    <div className="grid content-start gap-1">
      <div className="flex items-baseline justify-between gap-2">
        <label htmlFor={id} className="text-xs font-semibold">
          {label}
        </label>
        {left !== null && (
          <span className={`text-xs ${left === 0 ? 'font-semibold text-honey' : 'text-muted'}`}>
            {left} left
          </span>
        )}
      </div>
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
    <Labelled {...{ label, error, ...(help && { help }) }} left={charactersLeft(rest)}>
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
    <Labelled {...{ label, error, ...(help && { help }) }} left={charactersLeft(rest)}>
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

/** Names by value; names within a name are a group under it. */
export type Options = Record<string, string | Record<string, string>>;

export function SelectField({
  label,
  help,
  error,
  options,
  ...rest
}: Around & { options: Options } & SelectHTMLAttributes<HTMLSelectElement>) {
  return (
    <Labelled {...{ label, error, ...(help && { help }) }}>
      {(id, described) => (
        <select id={id} className={`${box} h-9`} aria-describedby={described} {...rest}>
          <OptionList options={options} />
        </select>
      )}
    </Labelled>
  );
}

const inlineBox = 'max-w-full rounded-control border border-strong-line bg-sheet';
const inlineSizes = { normal: 'h-8 px-2', small: 'h-7 px-1.5 text-[13px]' };

/** A choice within a sentence or a row of tools, its label read aloud only; `placeholder` stands while nothing is chosen. */
export function InlineSelect({
  label,
  options,
  placeholder,
  size = 'normal',
  className = '',
  onChange,
  ...rest
}: {
  label: string;
  options: Options;
  placeholder?: string;
  size?: keyof typeof inlineSizes;
  onChange: (value: string) => void;
} & Omit<SelectHTMLAttributes<HTMLSelectElement>, 'onChange' | 'size'>) {
  return (
    <select
      aria-label={label}
      className={`${inlineBox} ${inlineSizes[size]} ${className}`}
      onChange={(event) => onChange(event.target.value)}
      {...rest}
    >
      {placeholder !== undefined && (
        <option value="" disabled>
          {placeholder}
        </option>
      )}
      <OptionList options={options} />
    </select>
  );
}

/** A field within a sentence, its label read aloud only. */
export function InlineField({
  label,
  className = '',
  onChange,
  ...rest
}: { label: string; onChange: (value: string) => void } & Omit<
  InputHTMLAttributes<HTMLInputElement>,
  'onChange'
>) {
  return (
    <input
      aria-label={label}
      className={`${inlineBox} ${inlineSizes.normal} ${className}`}
      onChange={(event) => onChange(event.target.value)}
      {...rest}
    />
  );
}

function OptionList({ options }: { options: Options }) {
  return Object.entries(options).map(([value, inner]) =>
    typeof inner === 'string' ? (
      <option key={value} value={value}>
        {inner}
      </option>
    ) : (
      <optgroup key={value} label={value}>
        <OptionList options={inner} />
      </optgroup>
    ),
  );
}

/** A box that is ticked or not, with what it means. */
export function Tick({
  label,
  help,
  checked,
  onChange,
}: {
  label: string;
  help?: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <label className="flex items-start gap-2">
      <input
        type="checkbox"
        className="mt-0.5 size-4 shrink-0 accent-plum"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      <span>
        {label}
        {help && <span className="block text-xs text-muted">{help}</span>}
      </span>
    </label>
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
