import { api, type FieldView } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import { mayFillField } from '@plumgate/core/forms';
import { fieldFor, fieldTypes, fieldTypesFor } from '@plumgate/core/people';
import { useClient } from '../../../api/client.ts';
import { useEndpoint } from '../../../api/hooks.ts';
import { SelectField } from '../../../ui/field.tsx';
import type { SettingProps } from './question-kind-fields.tsx';

/** Which field of the person an answer fills: one that there is, a new one named after the question, or none. */
export function FillsField({ question, formId, onChange }: SettingProps & { formId: FormId }) {
  const client = useClient();
  const asked = useEndpoint(
    api.listFields,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (!mayFillField(question)) return null;
  const fields = asked.data?.fields ?? [];
  const fitting = fields.filter(({ type }) => fieldTypesFor(question).includes(type));
  const isSettled = ({ forms }: FieldView) =>
    forms.some(({ id, named }) => id === formId && named === question.field);
  const filled =
    question.field === null ? null : (fitting.find(isSettled) ?? fieldFor(question, fields));
  const [newType = 'text'] = fieldTypesFor(question);
  return (
    <SelectField
      label="Kept on their record as"
      help={
        question.field === null
          ? 'The answer stays with the submission alone.'
          : filled
            ? undefined
            : `Publishing makes the field “${question.label || question.key}”: ${fieldTypes[newType].label.toLowerCase()}.`
      }
      options={{
        ...(!filled && { new: `New field: ${question.label || question.key}` }),
        ...Object.fromEntries(fitting.map(({ key, name }) => [`to ${key}`, name])),
        none: 'Nothing: with the submission alone',
      }}
      value={question.field === null ? 'none' : filled ? `to ${filled.key}` : 'new'}
      onChange={({ target: { value } }) =>
        onChange({
          field:
            value === 'none' ? null : value === 'new' ? question.key : value.slice('to '.length),
        })
      }
    />
  );
}
