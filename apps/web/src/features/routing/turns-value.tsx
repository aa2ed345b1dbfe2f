import type { ConditionChoices } from '@plumgate/contract';
import type { RuleAction } from '@plumgate/core/routing';
import { InlineField } from '../../ui/field.tsx';
import { Keeps } from './keeps.tsx';

type Turns = Extract<RuleAction, { kind: 'turns' }>;

/** Who takes turns, and how many turns each has in a round. */
export function TurnsValue({
  action,
  choices,
  onChange,
}: {
  action: Turns;
  choices: ConditionChoices;
  onChange: (action: RuleAction) => void;
}) {
  const weightOf = (id: string) => action.among.find(({ to }) => to === id)?.weight;
  const set = (id: string, weight: number | null) => {
    const others = action.among.filter(({ to }) => to !== id);
    const among = weight === null ? others : [...others, { to: id as never, weight }];
    const order = choices.user.map((user) => user.id as string);
    onChange({
      ...action,
      among: among.toSorted((a, b) => order.indexOf(a.to) - order.indexOf(b.to)),
    });
  };
  return (
    <fieldset className="grid basis-full gap-1.5 rounded-control border border-line p-2.5">
      <legend className="sr-only">Who takes turns</legend>
      {choices.user.map(({ id, name }) => (
        <span key={id} className="flex items-center gap-2">
          <label className="flex min-w-0 flex-1 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 shrink-0 accent-plum"
              checked={weightOf(id) !== undefined}
              onChange={({ target }) => set(id, target.checked ? 1 : null)}
            />
            <span className="truncate">{name}</span>
          </label>
          {weightOf(id) !== undefined && (
            <>
              <InlineField
                label={`Turns of ${name} in a round`}
                type="number"
                className="w-14"
                min={1}
                max={10}
                value={weightOf(id)}
                onChange={(weight) =>
                  set(id, Math.min(10, Math.max(1, Math.round(Number(weight)))))
                }
              />
              <span className="text-xs text-muted">{weightOf(id) === 1 ? 'turn' : 'turns'}</span>
            </>
          )}
        </span>
      ))}
      <p className="text-xs text-muted">
        Leads go to those on duty; where nobody is, to the next in turn.
      </p>
      <Keeps action={action} onChange={onChange} />
    </fieldset>
  );
}
