import { api, type EditorPage } from '@plumgate/contract';
import { type LinkedBandId } from '@plumgate/core/basics';
import {
  copyNode,
  mostInner,
  spaces,
  type Band,
  type Frame,
  type TreeNode,
} from '@plumgate/core/page';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../../api/call.ts';
import { useEndpoint } from '../../../api/hooks.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice, SelectField, TextField } from '../../../ui/field.tsx';
import { newId } from '../../pages/make-ids.ts';
import { setColumns } from '../commands.ts';
import { useEditor, useEditorStore } from '../store.ts';
import { BackPictureField } from '../look/back-picture-field.tsx';
import { FrameFields } from '../look/frame-fields.tsx';
import { OwnLook } from '../look/own-look.tsx';
import { SurfaceField } from '../look/surface-field.tsx';
import { PhoneOrder } from './phone-order.tsx';
import { KeepAsTemplate } from './save-as-template.tsx';
import { useSet } from './use-set.ts';

const usualSides = 24;

export function BandSettings({ band, page }: { band: Band; page: EditorPage }) {
  const set = useSet(band.id);
  const store = useEditorStore();
  const { popups, sections } = useEditor((state) => state.draft.page);
  const { space } = band;
  return (
    <>
      <TextField
        label="Name"
        maxLength={80}
        value={band.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <LinkedBand band={band} page={page} />
      <SurfaceField value={band.surface} onChange={(surface) => set({ surface })} />
      <BackPictureField value={band.picture} onChange={(picture) => set({ picture })} />
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
      <PhoneOrder parent={band} parts={band.columns} />
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
      {sections.length > 0 && band.popup === '' && (
        <SelectField
          label="Section"
          options={{
            '': 'In every section',
            ...Object.fromEntries(sections.map(({ id, name }) => [id, name || id])),
          }}
          value={sections.some(({ id }) => id === band.section) ? band.section : ''}
          onChange={(event) => set({ section: event.target.value })}
        />
      )}
      <OwnLook node={band as unknown as TreeNode}>
        <FrameFields
          frame={band.frame}
          usual={{
            inner: {
              top: Math.min(space, mostInner),
              right: usualSides,
              bottom: Math.min(space, mostInner),
              left: usualSides,
            },
            corners: 0,
          }}
          fullHeight="As high as the screen"
          onChange={(frame: Frame, part) =>
            store
              .getState()
              .edit([{ do: 'set', id: band.id, changes: { frame } }], `${band.id}.frame.${part}`)
          }
        />
      </OwnLook>
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
