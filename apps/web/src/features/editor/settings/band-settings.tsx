import { brandVariables } from '@plumgate/core/brand';
import type { Band, Surface } from '@plumgate/core/page';
import type { CSSProperties } from 'react';
import { Choice, TextField } from '../../../ui/field.tsx';
import { setColumns } from '../commands.ts';
import { useEditor, useEditorStore } from '../store.ts';
import { useSet } from './use-set.ts';

const surfaces: Record<Surface, string> = {
  paper: 'Page',
  tint: 'Tint',
  deep: 'Deep',
  action: 'Action',
};

export function BandSettings({ band }: { band: Band }) {
  const set = useSet(band.id);
  const store = useEditorStore();
  const brand = useEditor((state) => state.brand);
  const variables = Object.fromEntries(
    brandVariables(brand)
      .split(';')
      .map((pair) => pair.split(/:(.*)/s)),
  ) as CSSProperties;
  return (
    <>
      <TextField
        label="Name"
        maxLength={80}
        value={band.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <fieldset>
        <legend className="mb-1.5 text-xs font-semibold">Surface</legend>
        <div className="flex gap-2" style={variables}>
          {(Object.keys(surfaces) as Surface[]).map((surface) => (
            <label key={surface} className="grid cursor-pointer justify-items-center gap-1 text-xs">
              <input
                type="radio"
                className="peer sr-only"
                checked={band.surface === surface}
                onChange={() => set({ surface })}
              />
              <span
                className="grid h-9 w-12 place-items-center rounded-control border border-strong-line text-[13px] font-semibold peer-checked:outline-2 peer-checked:outline-offset-2 peer-checked:outline-plum peer-focus-visible:outline-2"
                style={{ background: `var(--${surface})`, color: `var(--on-${surface})` }}
                aria-hidden
              >
                Aa
              </span>
              {surfaces[surface]}
            </label>
          ))}
        </div>
      </fieldset>
      <Choice
        label="Inner space"
        value={band.space}
        options={{ bar: 'Bar', snug: 'Snug', even: 'Even', roomy: 'Roomy' }}
        onChange={(space) => set({ space })}
      />
      <Choice
        label="Width"
        value={band.width}
        options={{ wide: 'Wide', medium: 'Medium', narrow: 'Narrow' }}
        onChange={(width) => set({ width })}
      />
      <Choice
        label="Columns"
        value={String(band.columns.length) as '1' | '2' | '3' | '4'}
        options={{ '1': '1', '2': '2', '3': '3', '4': '4' }}
        onChange={(count) =>
          store.getState().edit(setColumns(store.getState().draft, band.id, Number(count)))
        }
      />
    </>
  );
}
