import type { WrittenMessage } from '@plumgate/core/followup';
import {
  costlyCharacters,
  countTextParts,
  plainCharacter,
  type CostlyCharacters,
  type MergeField,
} from '@plumgate/core/messages';
import { useTextCost } from './use-text-cost.ts';
import { Button } from '../../ui/button.tsx';
import { MergeTextField } from '../../ui/merge-text/merge-text-field.tsx';

/** The words of a text, with how many parts they are sent in and what makes them cost more. */
export function TextWords({
  message,
  fields,
  onChange,
}: {
  message: Extract<WrittenMessage, { kind: 'text' }>;
  fields: readonly MergeField[];
  onChange: (message: WrittenMessage) => void;
}) {
  const { body } = message;
  const { parts, left } = countTextParts(body);
  const costly = costlyCharacters(body);
  const cost = useTextCost()(parts);
  return (
    <div className="grid gap-1.5">
      <MergeTextField
        label="Text"
        rows={5}
        fields={fields}
        value={body}
        help={`${parts} ${parts === 1 ? 'part' : 'parts'}, each paid for${cost && `, ${cost} for one person`}; ${left} characters left in the last. Merge fields change the length. Only to people who agreed to texts.`}
        onChange={(body) => onChange({ ...message, body })}
      />
      {costly && (
        <Costly costly={costly} parts={parts} onMend={(body) => onChange({ ...message, body })} />
      )}
    </div>
  );
}

/** Which characters leave less room in each part, and the way to plainer ones. */
function Costly({
  costly: { characters, plainer, plainerParts },
  parts,
  onMend,
}: {
  costly: CostlyCharacters;
  parts: number;
  onMend: (body: string) => void;
}) {
  const shown = characters
    .slice(0, 4)
    .map((one) => (one.trim() === '' ? 'a special space' : one))
    .join(' ');
  const canMend = characters.some((one) => plainCharacter(one) !== null);
  return (
    <p className="flex flex-wrap items-center gap-x-2 text-xs text-honey">
      {characters.length === 1 ? `${shown} leaves` : `${shown} leave`} room for only 70 characters
      in a part instead of 160.
      {canMend ? (
        <Button look="quiet" size="small" onClick={() => onMend(plainer)}>
          {plainerParts < parts
            ? `Use plain characters: ${plainerParts} instead of ${parts} parts`
            : 'Use plain characters'}
        </Button>
      ) : (
        ' Leave them out to save room.'
      )}
    </p>
  );
}
