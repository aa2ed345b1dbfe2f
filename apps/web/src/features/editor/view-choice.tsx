import { InlineSelect } from '../../ui/field.tsx';
import { phoneWidths, useUi, wideWidths } from './ui.ts';

const wides = Object.fromEntries(
  Object.entries(wideWidths).map(([width, label]) => [width, `${label} ${width}`]),
);
const phones = Object.fromEntries(phoneWidths.map((width) => [width, `Phone ${width}`]));
const zooms = { fit: 'Fit', '0.5': '50%', '0.75': '75%', '1': '100%' };

/** As which visitor the page is looked at, and how near. */
export function ViewChoice() {
  const { wide, phone, zoom } = useUi();
  return (
    <div className="flex items-center gap-1.5">
      <InlineSelect
        label="Wide view as"
        size="small"
        options={wides}
        value={wide}
        onChange={(width) => useUi.setState({ wide: Number(width) })}
      />
      <InlineSelect
        label="Phone view as"
        size="small"
        options={phones}
        value={phone}
        onChange={(width) => useUi.setState({ phone: Number(width) })}
      />
      <InlineSelect
        label="Zoom"
        size="small"
        options={zooms}
        value={String(zoom)}
        onChange={(chosen) => useUi.setState({ zoom: chosen === 'fit' ? 'fit' : Number(chosen) })}
      />
    </div>
  );
}
