import { api, type FieldView } from '@plumgate/contract';
import { fieldTypes, isChoice, type FieldType } from '@plumgate/core/people';
import { useState } from 'react';
import { call, CallError } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, SelectField, TextField } from '../../ui/field.tsx';
import { linesOf } from '../../ui/lines-of.ts';

const typeLabels = Object.fromEntries(
  Object.entries(fieldTypes).map(([type, { label }]) => [type, label]),
);

/** Makes a field of a client's people, or changes one: then its type stays, since values of it are kept already. */
export function FieldDialog({
  clientId,
  field,
  onClose,
}: {
  clientId: string;
  field: FieldView | null;
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const [name, setName] = useState(field?.name ?? '');
  const [type, setType] = useState<FieldType>(field?.type ?? 'text');
  const [lines, setLines] = useState(field?.options.join('\n') ?? '');
  const [failure, setFailure] = useState<unknown>(null);
  const save = async () => {
    const options = linesOf(lines);
    try {
      if (field)
        await call(api.changeField, { params: { fieldId: field.id }, body: { name, options } });
      else await call(api.addField, { params: { clientId }, body: { name, type, options } });
      await refresh();
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  const nameError = failure instanceof CallError ? failure.problem.fields?.[0]?.message : undefined;
  return (
    <Dialog title={field ? `Change “${field.name}”` : 'Add a field'} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <TextField
          label="Name"
          placeholder="Roof age"
          maxLength={80}
          required
          autoFocus
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        {field ? (
          <p className="text-xs text-muted">
            {fieldTypes[field.type].label}. In messages: {`{{ person.fields.${field.key} }}`}. Both
            stay as they are.
          </p>
        ) : (
          <SelectField
            label="Holds"
            options={typeLabels}
            value={type}
            onChange={(event) => setType(event.target.value as FieldType)}
          />
        )}
        {isChoice(type) && (
          <LongField
            label="Answers, one per line"
            rows={5}
            value={lines}
            onChange={(event) => setLines(event.target.value)}
          />
        )}
        <DialogFoot
          does={field ? 'Save' : 'Add field'}
          off={name.trim() === ''}
          failure={nameError ? new Error(nameError) : failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}
