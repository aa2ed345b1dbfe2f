import { api, type EditorPage } from '@plumgate/contract';
import {
  aaText,
  Brand,
  colourRoles,
  contrast,
  typePairs,
  type ColourRole,
} from '@plumgate/core/brand';
import { useRef } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Choice, SelectField } from '../../ui/field.tsx';
import { useEditor, useEditorStore } from './store.ts';

const roles: Record<ColourRole, string> = {
  paper: 'Page',
  tint: 'Tint',
  deep: 'Deep',
  action: 'Action',
  ink: 'Words',
};

/** The client's colours, type and corners: kept for all of the client's pages, seen on this one at once. */
export function BrandShelf({ page }: { page: EditorPage }) {
  const store = useEditorStore();
  const brand = useEditor((state) => state.brand);
  const refresh = useRefreshAll();
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const change = (changes: Partial<Brand>) => {
    const next = Brand.safeParse({ ...brand, ...changes });
    if (!next.success) return;
    store.getState().setBrand(next.data);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      call(api.saveBrand, { params: { clientId: page.client.id }, body: next.data }).then(
        refresh,
        (error: unknown) => toast.error(messageOf(error)),
      );
    }, 500);
  };
  const ratio = contrast(brand.colours.paper, brand.colours.ink);
  return (
    <div className="grid gap-4">
      <fieldset className="grid gap-1.5">
        <legend className="mb-1 text-xs font-semibold">Colours</legend>
        {colourRoles.map((role) => (
          <Colour
            key={role}
            label={roles[role]}
            value={brand.colours[role]}
            onChange={(colour) => change({ colours: { ...brand.colours, [role]: colour } })}
          />
        ))}
        {ratio < aaText && (
          <p className="rounded-control bg-honey-tint px-2.5 py-1.5 text-xs text-honey">
            Words on the page reach {ratio.toFixed(1)} to 1; 4.5 to 1 is needed. White or black is
            used instead where it reads better.
          </p>
        )}
      </fieldset>
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
      <p className="text-xs text-muted">
        For all pages of {page.client.name}. Live pages show it when they are next published.
      </p>
    </div>
  );
}

function Colour({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (colour: string) => void;
}) {
  return (
    <div className="flex items-center gap-2">
      <input
        type="color"
        aria-label={`${label}, pick a colour`}
        value={value}
        className="size-8 cursor-pointer rounded-control border border-strong-line bg-sheet p-0.5"
        onChange={(event) => onChange(event.target.value)}
      />
      <span className="flex-1">{label}</span>
      <input
        aria-label={`${label}, as six digits`}
        key={value}
        defaultValue={value}
        className="h-8 w-24 rounded-control border border-strong-line bg-sheet px-2 text-[13px] tabular-nums"
        onBlur={(event) => {
          const typed = event.target.value.trim().replace(/^#?/, '#');
          if (/^#[0-9a-f]{6}$/i.test(typed)) onChange(typed);
          else event.target.value = value;
        }}
      />
    </div>
  );
}
