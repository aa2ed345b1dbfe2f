import {
  wordsOnSurface,
  type ColourRole,
  type Gradient,
  type Surface,
  type SurfaceRole,
} from '@plumgate/core/brand';
import { SelectField } from '../../../ui/field.tsx';
import { useEditor } from '../store.ts';
import { roleNames, useBrandVariables } from './color-choice-field.tsx';
import { ColorField } from './color-field.tsx';

const roles: Record<SurfaceRole, string> = {
  paper: 'Page',
  tint: 'Tint',
  deep: 'Dark',
  action: 'Action',
};
const firstGradient: Gradient = { from: 'deep', to: 'action', angle: 135 };
const angles = {
  180: 'Downwards',
  90: 'To the right',
  135: 'Down to the right',
  225: 'Down to the left',
};

/** What lies behind a band, a column or a form. Without `none` there is always something. */
export function SurfaceField({
  value,
  none,
  onChange,
}: {
  value: Surface | undefined;
  /** What it is called when nothing is set. */
  none?: string;
  onChange: (value: Surface | undefined) => void;
}) {
  const brand = useEditor((state) => state.brand);
  const gradient = typeof value === 'object' ? value : null;
  const own = typeof value === 'string' && value.startsWith('#') ? value : null;
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1.5 text-xs font-semibold">Background</legend>
      <div className="flex flex-wrap gap-x-2 gap-y-1.5" style={useBrandVariables()}>
        {none !== undefined && (
          <Tile text={none} isChosen={value === undefined} onChoose={() => onChange(undefined)} />
        )}
        {(Object.keys(roles) as SurfaceRole[]).map((role) => (
          <Tile
            key={role}
            text={roles[role]}
            isChosen={value === role}
            onChoose={() => onChange(role)}
            style={{ background: `var(--${role})`, color: `var(--on-${role})` }}
          />
        ))}
        <Tile
          text="Own"
          isChosen={own !== null}
          onChoose={() => onChange(own ?? brand.colours.tint)}
          {...(own && { style: { background: own, color: wordsOnSurface(brand, own) } })}
        />
        <Tile
          text="Blend"
          isChosen={gradient !== null}
          onChoose={() => onChange(gradient ?? firstGradient)}
          style={{
            color: wordsOnSurface(brand, gradient ?? firstGradient),
            background: `linear-gradient(${gradient?.angle ?? 135}deg,var(--${gradient?.from ?? 'deep'}),var(--${gradient?.to ?? 'action'}))`,
          }}
        />
      </div>
      {own && <ColorField label="Own color" value={own} onChange={onChange} />}
      {gradient && <GradientFields value={gradient} onChange={onChange} />}
    </fieldset>
  );
}

function GradientFields({
  value,
  onChange,
}: {
  value: Gradient;
  onChange: (value: Gradient) => void;
}) {
  return (
    <div className="grid grid-cols-2 gap-2">
      {(['from', 'to'] as const).map((end) => (
        <SelectField
          key={end}
          label={end === 'from' ? 'From' : 'To'}
          options={roleNames}
          value={value[end]}
          onChange={({ target }) => onChange({ ...value, [end]: target.value as ColourRole })}
        />
      ))}
      <SelectField
        label="Direction"
        options={angles}
        value={value.angle}
        onChange={({ target }) => onChange({ ...value, angle: Number(target.value) })}
      />
    </div>
  );
}

function Tile({
  text,
  isChosen,
  onChoose,
  style,
}: {
  text: string;
  isChosen: boolean;
  onChoose: () => void;
  style?: React.CSSProperties;
}) {
  return (
    <label className="grid cursor-pointer justify-items-center gap-1 text-xs">
      <input type="radio" className="peer sr-only" checked={isChosen} onChange={onChoose} />
      <span
        className="grid h-8 w-11 place-items-center rounded-control border border-strong-line text-[13px] font-semibold peer-checked:outline-2 peer-checked:outline-offset-2 peer-checked:outline-plum peer-focus-visible:outline-2"
        style={style}
        aria-hidden
      >
        {style ? 'Aa' : '–'}
      </span>
      {text}
    </label>
  );
}
