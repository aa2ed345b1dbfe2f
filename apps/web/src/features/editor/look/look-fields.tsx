import { lookLimits, withLookPart, type Look, type LookPart } from '@plumgate/core/page';
import { Choice, SelectField } from '../../../ui/field.tsx';
import { ColorChoiceField } from './color-choice-field.tsx';
import { CornersField } from './corners-field.tsx';
import { EdgeField } from './edge-field.tsx';
import { MeasureField } from './measure-field.tsx';
import { OverlapField } from './overlap-field.tsx';

const asBrand = 'As the brand says';
const weights = {
  '': asBrand,
  400: 'Regular',
  500: 'Medium',
  600: 'Semibold',
  700: 'Bold',
  800: 'Extra bold',
};
const cases = { '': asBrand, upper: 'ALL CAPITALS', lower: 'all small', title: 'Each Word' };
const hovers = {
  '': `${asBrand} (darker)`,
  lighter: 'Lighter',
  swap: 'Swap its colors',
  lift: 'Lift it',
};

/** What the brand gives the part, for the fields that start there. */
export interface Usual {
  /** The space between blocks. */
  space: number;
  edge: number;
  corners: number;
}

/**
 * The fields of a look, of those parts that a kind of part understands. `onChange` gets which part was changed, so that
 * drawing at one slider is one step of the history.
 */
export function LookFields({
  look,
  parts,
  usual,
  note,
  onChange,
}: {
  look: Look;
  parts: readonly LookPart[];
  usual: Usual;
  /** What is said below the colors, such as their contrast. */
  note?: React.ReactNode;
  onChange: (look: Look, part: LookPart) => void;
}) {
  const has = (part: LookPart) => parts.includes(part);
  const set =
    <Part extends LookPart>(part: Part) =>
    (value: Look[Part] | undefined) =>
      onChange(withLookPart(look, part, value), part);
  const chosen = (value: string) => (value === '' ? undefined : value);
  return (
    <>
      {has('fill') && <ColorChoiceField label="Fill" value={look.fill} onChange={set('fill')} />}
      {has('color') && (
        <ColorChoiceField label="Text color" value={look.color} onChange={set('color')} />
      )}
      {note}
      {has('size') && (
        <MeasureField
          label="Size"
          unit="%"
          value={look.size}
          usual={100}
          steps={{ Small: 80, Large: 125, Huge: 160 }}
          limits={lookLimits.size}
          onChange={set('size')}
        />
      )}
      {has('align') && (
        <Choice
          label="Alignment"
          value={look.align ?? 'start'}
          options={{ start: 'Left', center: 'Center', end: 'Right' }}
          onChange={(align) => set('align')(align === 'start' ? undefined : align)}
        />
      )}
      {has('weight') && (
        <SelectField
          label="Weight"
          options={weights}
          value={look.weight ?? ''}
          onChange={({ target }) =>
            set('weight')(
              target.value === '' ? undefined : (Number(target.value) as Look['weight']),
            )
          }
        />
      )}
      {has('letterCase') && (
        <SelectField
          label="Capital letters"
          options={cases}
          value={look.letterCase ?? ''}
          onChange={({ target }) => set('letterCase')(chosen(target.value) as Look['letterCase'])}
        />
      )}
      {has('width') && (
        <SelectField
          label="Width"
          options={{ '': asBrand, fits: 'As wide as its words', full: 'Full width' }}
          value={look.width ?? ''}
          onChange={({ target }) => set('width')(chosen(target.value) as Look['width'])}
        />
      )}
      {has('edge') && <EdgeField value={look.edge} usual={usual.edge} onChange={set('edge')} />}
      {has('corners') && (
        <CornersField value={look.corners} usual={usual.corners} onChange={set('corners')} />
      )}
      {has('hover') && (
        <SelectField
          label="Under the pointer and in focus"
          options={hovers}
          value={look.hover ?? ''}
          onChange={({ target }) => set('hover')(chosen(target.value) as Look['hover'])}
        />
      )}
      {(['above', 'below'] as const).filter(has).map((side) => (
        <MeasureField
          key={side}
          label={side === 'above' ? 'Space above' : 'Space below'}
          unit="px"
          value={look[side]}
          usual={usual.space}
          steps={{ None: 0, Some: 40, Much: 80 }}
          limits={lookLimits.space}
          onChange={set(side)}
        />
      ))}
      {has('overlap') && <OverlapField value={look.overlap} onChange={set('overlap')} />}
    </>
  );
}
