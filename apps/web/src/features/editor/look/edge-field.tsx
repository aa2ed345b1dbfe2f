import { type Edge } from '@plumgate/core/page';
import { ColorChoiceField } from './color-choice-field.tsx';
import { MeasureField } from './measure-field.tsx';

/** The line around a part, and its color once there is one. */
export function EdgeField({
  value,
  usual,
  onChange,
}: {
  value: Edge | undefined;
  /** How wide the brand makes it, in px. */
  usual: number;
  onChange: (value: Edge | undefined) => void;
}) {
  return (
    <>
      <MeasureField
        label="Border"
        unit="px"
        value={value?.width}
        usual={usual}
        steps={{ None: 0, Thin: 1, Thick: 3 }}
        limits={[0, 8]}
        onChange={(width) =>
          onChange(width === undefined ? undefined : { color: value?.color ?? 'ink', width })
        }
      />
      {value && value.width > 0 && (
        <ColorChoiceField
          label="Border color"
          value={value.color}
          onChange={(color) => onChange(color ? { ...value, color } : undefined)}
        />
      )}
    </>
  );
}
