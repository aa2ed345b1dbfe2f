import type { RuleAction } from '@plumgate/core/routing';
import { Tick } from '../../ui/field.tsx';

type Assigning = Extract<RuleAction, { kind: 'assign' | 'turns' }>;

/** Whether people who have an assignee stay with that one. */
export function Keeps({
  action,
  onChange,
}: {
  action: Assigning;
  onChange: (action: RuleAction) => void;
}) {
  const { keeps: _before, ...rest } = action;
  return (
    <span className="basis-full">
      <Tick
        label="Unless somebody looks after them already"
        checked={action.keeps ?? false}
        onChange={(keeps) => onChange(keeps ? { ...action, keeps } : rest)}
      />
    </span>
  );
}
