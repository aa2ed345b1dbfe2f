import { zoneName } from '../../ui/when.ts';
import type { Ask } from '@plumgate/core/templates';
import { TextField } from '../../ui/field.tsx';

/** What only its taker can say of a template: each answer goes wherever the template asks for it. */
export function TemplateAsks({
  asks,
  zone,
  answers,
  onAnswers,
}: {
  asks: readonly Ask[];
  zone: string;
  answers: Record<string, string>;
  onAnswers: (answers: Record<string, string>) => void;
}) {
  return asks.map(({ key, label, kind, example }) => (
    <TextField
      key={key}
      label={label}
      type={kind === 'moment' ? 'datetime-local' : 'text'}
      help={kind === 'moment' ? zoneName(zone) : `Such as ${example}`}
      maxLength={120}
      value={answers[key] ?? ''}
      onChange={(event) => onAnswers({ ...answers, [key]: event.target.value })}
    />
  ));
}
