import type { ReactNode } from 'react';

const tones = {
  plum: 'bg-plum-tint text-plum-dark',
  leaf: 'bg-leaf-tint text-leaf',
  honey: 'bg-honey-tint text-honey',
  brick: 'bg-brick-tint text-brick',
  tide: 'bg-tide-tint text-tide',
  plain: 'bg-line text-ink',
} as const;

/** A word or two set apart by a colour that means something. */
export function Pill({
  tone = 'plain',
  children,
}: {
  tone?: keyof typeof tones;
  children: ReactNode;
}) {
  return (
    <span
      className={`inline-flex items-center rounded-full px-2.5 py-0.5 font-sans text-xs font-semibold whitespace-nowrap ${tones[tone]}`}
    >
      {children}
    </span>
  );
}

const states = {
  draft: ['plain', 'Draft'],
  live: ['leaf', 'Live'],
  changed: ['honey', 'Live, with changes'],
  offline: ['brick', 'Offline'],
} as const;

export function StatePill({ state }: { state: keyof typeof states }) {
  const [tone, label] = states[state];
  return <Pill tone={tone}>{label}</Pill>;
}
