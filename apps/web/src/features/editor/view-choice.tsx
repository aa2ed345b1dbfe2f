import { phoneWidths, useUi, wideWidths } from './ui.ts';

const box = 'h-7 rounded-control border border-strong-line bg-sheet px-1 text-xs';

/** As which visitor the page is looked at, and how near. */
export function ViewChoice() {
  const { wide, phone, zoom } = useUi();
  return (
    <div className="flex items-center gap-1.5">
      <select
        aria-label="Wide view as"
        className={box}
        value={wide}
        onChange={(event) => useUi.setState({ wide: Number(event.target.value) })}
      >
        {Object.entries(wideWidths).map(([width, label]) => (
          <option key={width} value={width}>
            {label} {width}
          </option>
        ))}
      </select>
      <select
        aria-label="Phone view as"
        className={box}
        value={phone}
        onChange={(event) => useUi.setState({ phone: Number(event.target.value) })}
      >
        {phoneWidths.map((width) => (
          <option key={width} value={width}>
            Phone {width}
          </option>
        ))}
      </select>
      <select
        aria-label="Zoom"
        className={box}
        value={String(zoom)}
        onChange={({ target }) =>
          useUi.setState({ zoom: target.value === 'fit' ? 'fit' : Number(target.value) })
        }
      >
        <option value="fit">Fit</option>
        <option value="0.5">50%</option>
        <option value="0.75">75%</option>
        <option value="1">100%</option>
      </select>
    </div>
  );
}
