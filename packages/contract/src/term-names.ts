import type { TermNames } from '@plumgate/core/conditions';
import type { ConditionChoices } from './shapes.ts';

/** The names of what conditions mention, as far as it is still there. */
export function termNames(choices: ConditionChoices): TermNames {
  const gone = 'something that is gone';
  return (kind, id) => {
    if (kind === 'field') return choices.fields.find(({ key }) => key === id)?.name ?? gone;
    if (kind === 'question') {
      const [form, key] = id.split(' ');
      return choices.questions.find((one) => one.form === form && one.key === key)?.label ?? gone;
    }
    if (kind === 'part') {
      const [page, part] = id.split(' ');
      return choices.parts.find((one) => one.page === page && one.id === part)?.name ?? gone;
    }
    const named = choices[kind as 'form'] as ConditionChoices['form'] | undefined;
    return named?.find((one) => one.id === id)?.name ?? gone;
  };
}
