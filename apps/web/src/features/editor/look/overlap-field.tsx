import { type Overlap } from '@plumgate/core/page';
import { Choice, SelectField } from '../../../ui/field.tsx';

const first: Overlap = { edge: 'bottom', step: 2, order: 'front' };

/** Whether a part hangs over the edge of its band, how far, and before or behind the band next to it. */
export function OverlapField({
  value,
  onChange,
}: {
  value: Overlap | undefined;
  onChange: (value: Overlap | undefined) => void;
}) {
  return (
    <>
      <SelectField
        label="Overlaps the band’s edge"
        options={{ '': 'No', top: 'The upper edge', bottom: 'The lower edge' }}
        value={value?.edge ?? ''}
        onChange={({ target }) =>
          onChange(
            target.value === ''
              ? undefined
              : { ...first, ...value, edge: target.value as Overlap['edge'] },
          )
        }
      />
      {value && (
        <>
          <Choice
            label="How far"
            value={String(value.step) as '1' | '2' | '3'}
            options={{ '1': 'A little', '2': 'Some', '3': 'Far' }}
            onChange={(step) => onChange({ ...value, step: Number(step) as Overlap['step'] })}
          />
          <Choice
            label="Where they overlap"
            value={value.order}
            options={{ front: 'In front', back: 'Behind' }}
            onChange={(order) => onChange({ ...value, order })}
          />
        </>
      )}
    </>
  );
}
