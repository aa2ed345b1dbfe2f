import { askedTerms, type Conditions } from '@plumgate/core/conditions';
import { useId } from 'react';
import type { Askable } from './askable.ts';
import { ConditionSentence } from './condition-sentence.tsx';

const everybody = { none: 'Everybody', some: 'Only people', first: 'or only people …' };

/** Who something is for: everybody, until a part is added. */
export function OnlyPeople({
  label,
  help,
  words = everybody,
  conditions,
  asks,
  onChange,
}: {
  label: string;
  help?: string;
  /** What it says while nothing is asked, before what is asked, and to begin. */
  words?: { none: string; some: string; first: string };
  conditions: Conditions;
  asks: Askable;
  onChange: (conditions: Conditions) => void;
}) {
  const id = useId();
  return (
    <div role="group" aria-labelledby={id} className="grid gap-1">
      <span id={id} className="text-xs font-semibold">
        {label}
      </span>
      <div className="rounded-control border border-strong-line bg-sheet px-3 py-2">
        <ConditionSentence
          subject={askedTerms(conditions).length > 0 ? words.some : words.none}
          first={words.first}
          {...{ conditions, asks, onChange }}
        />
      </div>
      {help && <p className="text-xs text-muted">{help}</p>}
    </div>
  );
}
