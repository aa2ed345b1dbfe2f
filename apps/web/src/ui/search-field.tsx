/** A box that a list is searched by. `label` says what is searched, to those who can't see the placeholder too. */
export function SearchField({
  label,
  placeholder = label,
  value,
  onChange,
}: {
  label: string;
  placeholder?: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <input
      type="search"
      aria-label={label}
      placeholder={placeholder}
      className="h-9 w-64 rounded-control border border-strong-line bg-sheet px-3"
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}
