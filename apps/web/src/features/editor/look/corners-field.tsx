import { lookLimits } from '@plumgate/core/page';
import { MeasureField } from './measure-field.tsx';

/** How round the corners of a part are; `usual` is what the brand gives it, in px. */
export const CornersField = ({
  value,
  usual,
  onChange,
}: {
  value: number | undefined;
  usual: number;
  onChange: (value: number | undefined) => void;
}) => (
  <MeasureField
    label="Corners"
    unit="px"
    value={value}
    usual={usual}
    steps={{ Square: 0, Soft: 8, Round: 24 }}
    limits={lookLimits.corners}
    onChange={onChange}
  />
);
