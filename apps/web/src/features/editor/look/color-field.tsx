import { HexColour } from '@plumgate/core/brand';
import { useState } from 'react';

const key = 'plumgate.recent-colours';
const most = 8;

/** The colours that were last chosen in this browser, newest first. */
export function recentColors(): string[] {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? '[]') as unknown[];
    return kept.flatMap((one) => HexColour.safeParse(one).data ?? []);
  } catch {
    return [];
  }
}

export function noteColor(colour: string): void {
  const next = [colour, ...recentColors().filter((one) => one !== colour)].slice(0, most);
  localStorage.setItem(key, JSON.stringify(next));
}

/** One colour of the brand: picked, typed with or without #, or taken again from the recent ones. */
export function ColorField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (colour: string) => void;
}) {
  const [wrong, setWrong] = useState(false);
  const take = (typed: string) => {
    const text = typed.trim().replace(/^#?/, '#');
    const long = /^#[0-9a-f]{3}$/i.test(text) ? text.replace(/[0-9a-f]/gi, '$&$&') : text;
    const read = HexColour.safeParse(long);
    setWrong(!read.success);
    if (!read.success || read.data === value) return;
    noteColor(read.data);
    onChange(read.data);
  };
  return (
    <div>
      <div className="flex items-center gap-2">
        <input
          type="color"
          aria-label={`${label}, pick a color`}
          value={value}
          className="size-8 cursor-pointer rounded-control border border-strong-line bg-sheet p-0.5"
          onChange={(event) => onChange(event.target.value.toUpperCase())}
          onBlur={(event) => noteColor(event.target.value.toUpperCase())}
        />
        <span className="flex-1">{label}</span>
        <input
          aria-label={`${label}, hex code`}
          aria-invalid={wrong || undefined}
          key={value}
          defaultValue={value}
          className="h-8 w-24 rounded-control border border-strong-line bg-sheet px-2 text-[13px] tabular-nums aria-invalid:border-brick"
          onBlur={(event) => take(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && take(event.currentTarget.value)}
        />
      </div>
      {wrong && (
        <p className="mt-0.5 text-xs font-semibold text-brick">
          Six digits or letters a to f, such as 1F6A70.
        </p>
      )}
    </div>
  );
}
