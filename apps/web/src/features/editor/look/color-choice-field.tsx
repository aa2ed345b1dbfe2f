import {
  brandVariables,
  colorOf,
  colourRoles,
  type ColorChoice,
  type ColourRole,
} from '@plumgate/core/brand';
import { useId, type CSSProperties } from 'react';
import { useEditor } from '../store.ts';
import { ColorField } from './color-field.tsx';

/** What the colors of a brand are called. */
export const roleNames: Record<ColourRole, string> = {
  paper: 'Page',
  tint: 'Tint',
  deep: 'Dark',
  action: 'Action',
  ink: 'Text',
};

/** A color of a part: as the brand says, one of the brand's, or its own. */
export function ColorChoiceField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: ColorChoice | undefined;
  onChange: (value: ColorChoice | undefined) => void;
}) {
  const brand = useEditor((state) => state.brand);
  const name = useId();
  const isOwn = value?.startsWith('#') ?? false;
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs font-semibold">{label}</legend>
      <div className="flex items-center gap-1.5">
        <Swatch
          name={name}
          label="As the brand says"
          isChosen={value === undefined}
          onChoose={() => onChange(undefined)}
        >
          <span className="grid size-full place-items-center rounded-full bg-paper text-xs text-muted">
            –
          </span>
        </Swatch>
        {colourRoles.map((role) => (
          <Swatch
            key={role}
            name={name}
            label={roleNames[role]}
            isChosen={value === role}
            onChoose={() => onChange(role)}
          >
            <span
              className="block size-full rounded-full"
              style={{ background: colorOf(role, brand) }}
            />
          </Swatch>
        ))}
        <Swatch
          name={name}
          label="A color of its own"
          isChosen={isOwn}
          onChoose={() => onChange(value ? colorOf(value, brand) : brand.colours.action)}
        >
          <span className="grid size-full place-items-center rounded-full border border-dashed border-muted text-xs">
            {isOwn ? '' : '+'}
            {isOwn && <span className="size-full rounded-full" style={{ background: value }} />}
          </span>
        </Swatch>
      </div>
      {isOwn && <ColorField label="Own color" value={value!} onChange={onChange} />}
    </fieldset>
  );
}

/** One of several colors to choose from. */
export function Swatch({
  name,
  label,
  isChosen,
  onChoose,
  children,
}: {
  /** Of the group that it is one of, so that arrow keys go through it. */
  name: string;
  label: string;
  isChosen: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}) {
  return (
    <label title={label} className="size-6 cursor-pointer">
      <input
        type="radio"
        name={name}
        aria-label={label}
        className="peer sr-only"
        checked={isChosen}
        onChange={onChoose}
      />
      <span className="block size-full rounded-full border border-strong-line peer-checked:outline-2 peer-checked:outline-offset-1 peer-checked:outline-plum peer-focus-visible:outline-2 peer-focus-visible:outline-plum-dark">
        {children}
      </span>
    </label>
  );
}

/** The brand as custom properties, for what is shown in its colors. */
export function useBrandVariables(): CSSProperties {
  const brand = useEditor((state) => state.brand);
  return Object.fromEntries(
    brandVariables(brand)
      .split(';')
      .map((pair) => pair.split(/:(.*)/s)),
  ) as CSSProperties;
}
