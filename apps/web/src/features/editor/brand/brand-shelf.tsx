import type { EditorPage } from '@plumgate/contract';
import {
  aaText,
  Brand,
  colourRoles,
  contrast,
  typePairs,
  type ColourRole,
} from '@plumgate/core/brand';
import { useState } from 'react';
import { Fold } from '../../../ui/fold.tsx';
import { Choice, SelectField, TextField } from '../../../ui/field.tsx';
import { LogoFields } from '../../pictures/logo-fields.tsx';
import { useEditor, useEditorStore } from '../store.ts';
import { roleNames } from '../look/color-choice-field.tsx';
import { ColorField, recentColors } from '../look/color-field.tsx';
import { StyleChoice } from './style-choice.tsx';
import { FromPicture } from './from-picture.tsx';

/** The client's logo, colours, type and shapes: kept for all of the client's pages, seen on this one at once. */
export function BrandShelf({ page }: { page: EditorPage }) {
  const store = useEditorStore();
  const brand = useEditor((state) => state.brand);
  const style = useEditor((state) => state.style);
  const [role, setRole] = useState<ColourRole>('action');
  const change = (changes: Partial<Brand>) => {
    const next = Brand.safeParse({ ...store.getState().brand, ...changes });
    if (!next.success) return;
    store.getState().applyBrand(next.data);
  };
  const colour = (which: ColourRole, value: string) =>
    change({ colours: { ...store.getState().brand.colours, [which]: value } });
  const ratio = contrast(brand.colours.paper, brand.colours.ink);
  const recent = recentColors();
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <StyleChoice />
      <Logo brand={brand} onChange={change} />
      <fieldset className="grid gap-1.5">
        <legend className="mb-1 text-xs font-semibold">Colors</legend>
        {colourRoles.map((one) => (
          <div key={one} onFocus={() => setRole(one)}>
            <ColorField
              label={roleNames[one]}
              value={brand.colours[one]}
              onChange={(value) => colour(one, value)}
            />
          </div>
        ))}
        {recent.length > 0 && (
          <div className="flex items-center gap-1.5 pt-1">
            <span className="text-xs text-muted">Recent, for {roleNames[role]}</span>
            {recent.map((value) => (
              <button
                key={value}
                type="button"
                aria-label={`Use ${value} for ${roleNames[role]}`}
                title={value}
                className="size-5 rounded-full border border-strong-line"
                style={{ background: value }}
                onClick={() => colour(role, value)}
              />
            ))}
          </div>
        )}
        {ratio < aaText && (
          <p className="rounded-control bg-honey-tint px-2.5 py-1.5 text-xs text-honey">
            Words on the page reach {(Math.floor(ratio * 10) / 10).toFixed(1)} to 1; 4.5 to 1 is
            needed. White or black is used instead where it reads better.
          </p>
        )}
      </fieldset>
      <FromPicture
        onTake={(colours) => change({ colours })}
        onDrop={(value) => colour('action', value)}
      />
      <SelectField
        label="Type"
        value={brand.typePair}
        options={Object.fromEntries(
          Object.entries(typePairs).map(([name, pair]) => [name, pair.label]),
        )}
        onChange={(event) => change({ typePair: event.target.value as Brand['typePair'] })}
      />
      <Choice
        label="Corners"
        value={brand.corners}
        options={{ square: 'Square', soft: 'Soft', round: 'Round' }}
        onChange={(corners) => change({ corners })}
      />
      <Choice
        label="Buttons"
        value={brand.press}
        options={{ plain: 'Plain', raised: 'Raised', pill: 'Pill' }}
        onChange={(press) => change({ press })}
      />
      <p className="text-xs text-muted">
        {style
          ? 'Applies to every funnel in this style. '
          : `Applies to every page of ${page.client.name} that has no style of its own. `}
        Live pages change when they are next published.
      </p>
    </div>
  );
}

function Logo({ brand, onChange }: { brand: Brand; onChange: (changes: Partial<Brand>) => void }) {
  return (
    <Fold
      className="rounded-control border border-line p-2.5"
      summary={brand.logo ? 'Logo' : `Logo · letters “${brand.mark || 'first of the name'}”`}
    >
      <LogoFields logos={brand} onChange={onChange} />
      <TextField
        label="Initials"
        maxLength={4}
        value={brand.mark}
        onChange={(event) => onChange({ mark: event.target.value })}
      />
    </Fold>
  );
}
