import type { EditorPage } from '@plumgate/contract';
import type { CalendarId } from '@plumgate/core/basics';
import { pageMergeFields } from '@plumgate/core/launch';
import { pageNode, type Popup } from '@plumgate/core/page';
import { Plus, Trash2 } from 'lucide-react';
import { Button, IconButton } from '../../../ui/button.tsx';
import { Choice, SelectField, TextField } from '../../../ui/field.tsx';
import { MergeTextField } from '../../../ui/merge-text/merge-text-field.tsx';
import { newId } from '../../pages/make-ids.ts';
import { addBand } from '../commands.ts';
import { useEditor, useEditorStore } from '../store.ts';
import { KeepAsTemplate } from './save-as-template.tsx';
import { PageAddress } from '../../pages/page-address.tsx';
import { SectionList } from './section-list.tsx';
import { PageListing } from './page-listing.tsx';
import { PageMetadata } from './page-metadata.tsx';
import { useSet } from './use-set.ts';

export function PageSettings({ page }: { page: EditorPage }) {
  const { title, description, kind, event, listing } = useEditor((state) => state.draft.page);
  const set = useSet(pageNode);
  const fields = pageMergeFields(page.around, { event, listing });
  return (
    <>
      <MergeTextField
        label="Title"
        help="In the browser’s tab and in search results"
        maxLength={120}
        fields={fields}
        value={title}
        onChange={(title) => set({ title })}
      />
      <MergeTextField
        label="Description"
        help="One or two sentences for search results"
        rows={3}
        maxLength={300}
        fields={fields}
        value={description}
        onChange={(description) => set({ description })}
      />
      <Choice
        label="Kind of page"
        value={kind}
        options={{ landing: 'Landing page', site: 'Site page' }}
        onChange={(chosen) => set({ kind: chosen })}
      />
      <PageEvent page={page} event={event ?? null} onChange={(chosen) => set({ event: chosen })} />
      <PageListing
        page={page}
        listing={listing ?? null}
        onChange={(chosen) => set({ listing: chosen })}
      />
      <PageAddress page={page} title={title} />
      <PageMetadata page={page} />
      <SectionList />
      <Popups />
      <KeepAsTemplate
        kind="page"
        name={page.steps.find((step) => step.pageId === page.pageId)?.name ?? ''}
      />
    </>
  );
}

/** Which event the page is about; nothing where the client has none. */
function PageEvent({
  page,
  event,
  onChange,
}: {
  page: EditorPage;
  event: CalendarId | null;
  onChange: (event: CalendarId | null) => void;
}) {
  const events = page.around.calendars.filter((one) => one.event);
  if (events.length === 0 && !event) return null;
  const known = events.map((one) => [
    one.id,
    `${one.event!.fields.name}, ${one.event!.fields.day}`,
  ]);
  return (
    <SelectField
      label="Event"
      help="Its words and countdown follow the event, wherever it moves"
      options={{
        '': 'None',
        ...(event && !events.some(({ id }) => id === event) && { [event]: 'A deleted event' }),
        ...(Object.fromEntries(known) as Record<string, string>),
      }}
      value={event ?? ''}
      onChange={({ target }) => onChange((target.value || null) as CalendarId | null)}
    />
  );
}

const opens: Record<Popup['opens'], string> = {
  button: 'by a button only',
  leaving: 'as a visitor turns to leave',
  time: 'after some seconds',
  scroll: 'some way down the page',
};

/** The page's popups: any bands in a dialog. A new one begins with an empty band. */
function Popups() {
  const store = useEditorStore();
  const popups = useEditor((state) => state.draft.page.popups);
  const set = useSet(pageNode);
  const change = (index: number, changes: Partial<Popup>) =>
    set({ popups: popups.with(index, { ...popups[index]!, ...changes }) });
  const add = () => {
    const { draft, edit, select } = store.getState();
    const popup: Popup = { id: newId(), name: 'Popup', opens: 'button', after: 20, everyDays: 7 };
    const { edits, id } = addBand(draft, draft.page.bands.at(-1)?.id ?? pageNode);
    const done = edit([
      { do: 'set', id: pageNode, changes: { popups: [...popups, popup] } },
      ...edits,
      { do: 'set', id, changes: { popup: popup.id, name: 'Popup band', width: 'full' } },
    ]);
    if (done) select(id);
  };
  const remove = (popup: Popup) => {
    const { draft, edit } = store.getState();
    edit([
      ...draft.page.bands
        .filter((band) => band.popup === popup.id)
        .map((band) => ({ do: 'remove' as const, id: band.id })),
      { do: 'set', id: pageNode, changes: { popups: popups.filter((one) => one !== popup) } },
    ]);
  };
  return (
    <section className="grid gap-2">
      <h3 className="text-xs font-semibold">Popups</h3>
      {popups.map((popup, index) => (
        <div key={popup.id} className="grid gap-2 rounded-control border border-line p-2.5">
          <div className="flex items-end gap-1">
            <div className="flex-1">
              <TextField
                label="Name"
                maxLength={80}
                value={popup.name}
                onChange={(event) => change(index, { name: event.target.value })}
              />
            </div>
            <IconButton label={`Remove ${popup.name || 'the popup'}`} onClick={() => remove(popup)}>
              <Trash2 />
            </IconButton>
          </div>
          <SelectField
            label="Opens"
            options={opens}
            value={popup.opens}
            onChange={(event) => change(index, { opens: event.target.value as Popup['opens'] })}
          />
          {(popup.opens === 'time' || popup.opens === 'scroll') && (
            <TextField
              label={popup.opens === 'time' ? 'Seconds' : 'Percent of the page'}
              type="number"
              min={0}
              max={popup.opens === 'time' ? 600 : 100}
              value={popup.after}
              onChange={(event) => change(index, { after: Number(event.target.value) })}
            />
          )}
          {popup.opens !== 'button' && (
            <TextField
              label="Show at most once every so many days"
              help="On phones, at the earliest after ten seconds"
              type="number"
              min={1}
              max={365}
              value={popup.everyDays}
              onChange={(event) => change(index, { everyDays: Number(event.target.value) })}
            />
          )}
        </div>
      ))}
      <Button disabled={popups.length >= 6} onClick={add}>
        <Plus className="size-4" aria-hidden /> Add a popup
      </Button>
    </section>
  );
}
