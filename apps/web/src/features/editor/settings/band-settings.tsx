import { api, type EditorPage } from '@plumgate/contract';
import { type LinkedBandId, middle } from '@plumgate/core/basics';
import { brandVariables } from '@plumgate/core/brand';
import { copyNode, spaces, type Band, type Surface, type TreeNode } from '@plumgate/core/page';
import { Trash2 } from 'lucide-react';
import type { CSSProperties } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../../api/call.ts';
import { useEndpoint } from '../../../api/hooks.ts';
import { Button, IconButton } from '../../../ui/button.tsx';
import { Choice, SelectField, TextField } from '../../../ui/field.tsx';
import { newId } from '../../pages/make-ids.ts';
import { setColumns } from '../commands.ts';
import { useEditor, useEditorStore } from '../store.ts';
import { FocalPoint } from './focal-point.tsx';
import { KeepAsTemplate } from './save-as-template.tsx';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { useSet } from './use-set.ts';

const surfaces: Record<Surface, string> = {
  paper: 'None',
  tint: 'Tint',
  deep: 'Dark',
  action: 'Action',
};

export function BandSettings({ band, page }: { band: Band; page: EditorPage }) {
  const set = useSet(band.id);
  const store = useEditorStore();
  const brand = useEditor((state) => state.brand);
  const popups = useEditor((state) => state.draft.page.popups);
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
      <LinkedBand band={band} page={page} />
      <fieldset>
        <legend className="mb-1.5 text-xs font-semibold">Background</legend>
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
      <BandPicture band={band} />
      <TextField
        label="Inner space in pixels"
        type="number"
        min={0}
        max={spaces.most}
        value={band.space}
        help="Or drag the handle at the band’s lower edge"
        onChange={(event) => set({ space: Number(event.target.value) })}
      />
      <Choice
        label="Width"
        value={band.width}
        options={{ full: 'Full', wide: 'Wide', medium: 'Medium', narrow: 'Narrow' }}
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
      {band.columns.length > 1 && (
        <Choice
          label="Columns on a phone"
          value={band.phone}
          options={{ stacked: 'Below each other', beside: 'Side by side' }}
          onChange={(phone) => set({ phone })}
        />
      )}
      <Choice
        label="Shown on"
        value={band.shown}
        options={{ both: 'Both', wide: 'Wide', phone: 'Phone' }}
        onChange={(shown) => set({ shown })}
      />
      {popups.length > 0 && (
        <SelectField
          label="Shown in"
          options={{
            '': 'On the page',
            ...Object.fromEntries(popups.map(({ id, name }) => [id, `In ${name || 'a popup'}`])),
          }}
          value={band.popup}
          onChange={(event) => set({ popup: event.target.value })}
        />
      )}
      <KeepAsTemplate kind="band" name={band.name} bands={[band]} />
    </>
  );
}

/** One band kept once and shown on many pages: where it is used, and the way out of it. */
function LinkedBand({ band, page }: { band: Band; page: EditorPage }) {
  const store = useEditorStore();
  const set = useSet(band.id);
  const clientId = page.client.id;
  const kept = useEndpoint(
    api.listLinkedBands,
    { params: { clientId } },
    { enabled: band.linked !== null, refetchOnMount: 'always' },
  );
  const link = async () => {
    try {
      const { id } = await call(api.createLinkedBand, { params: { clientId }, body: { band } });
      set({ linked: id });
      toast('Linked. Put it on other pages from the Add shelf; a change on one changes all.');
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  if (!band.linked)
    return <Button onClick={() => void link()}>Share this band between pages</Button>;
  const pages = kept.data?.bands.find(({ id }) => id === band.linked)?.pages ?? [];
  const elsewhere = pages.filter(({ pageId }) => pageId !== page.pageId);
  return (
    <div className="grid gap-1.5 rounded-control bg-tide-tint px-2.5 py-2 text-xs text-tide">
      <p>
        <b className="font-semibold">Linked.</b> A change here changes it on every page that has it.
      </p>
      {kept.data && (
        <p>
          {elsewhere.length === 0 ? 'On no other page yet.' : 'Also on '}
          {elsewhere.map(({ pageId, name }, index) => (
            <span key={pageId}>
              {index > 0 && ', '}
              <Link className="underline" to={`/${page.client.slug}/pages/${pageId}`}>
                {name}
              </Link>
            </span>
          ))}
        </p>
      )}
      <Button
        onClick={() => {
          const { draft, edit, select } = store.getState();
          const index = draft.page.bands.findIndex(({ id }) => id === band.id);
          const copy = copyNode('band', band as unknown as TreeNode, newId);
          const own = { ...copy, linked: null as LinkedBandId | null };
          const done = edit([
            { do: 'remove', id: band.id },
            { do: 'insert', parent: 'page', index, node: own },
          ]);
          if (done) select(own.id);
        }}
      >
        Unlink: a copy for this page
      </Button>
    </div>
  );
}

function BandPicture({ band }: { band: Band }) {
  const set = useSet(band.id);
  const { picture } = band;
  return (
    <details className="rounded-control border border-line p-2.5" open={picture !== null}>
      <summary className="cursor-pointer text-xs font-semibold">Background picture</summary>
      <div className="mt-2 grid gap-3">
        <PictureShelf
          chosen={picture && { id: picture.id, width: picture.width, height: picture.height }}
          onChoose={(chosen) =>
            set({ picture: { fade: 60, focus: middle, ...picture, ...chosen } })
          }
        />
        {picture && (
          <>
            <label className="grid gap-1 text-xs font-semibold">
              Fade, {picture.fade}%
              <input
                type="range"
                min={0}
                max={95}
                className="accent-plum"
                value={picture.fade}
                onChange={(event) =>
                  set({ picture: { ...picture, fade: Number(event.target.value) } })
                }
              />
            </label>
            <FocalPoint
              picture={picture}
              focus={picture.focus}
              onChange={(focus) => set({ picture: { ...picture, focus } })}
            />
            <IconButton label="Remove picture" onClick={() => set({ picture: null })}>
              <Trash2 />
            </IconButton>
          </>
        )}
      </div>
    </details>
  );
}
