import { api, noHome, type ClientSheet, type EditorPage, type FormView } from '@plumgate/contract';
import type { FormId, FunnelId, PageId } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import { emptyPage, newBand, newBlock, type Draft } from '@plumgate/core/page';
import { useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useStore } from 'zustand';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { pageContext } from '../pages/page-context.ts';
import { PageFrame } from '../pages/page-frame.tsx';
import { placeOfForm } from './draft-saver.ts';
import { SaveProblem, SaveStatus } from './save-state.tsx';
import { FormFields } from './settings/form-settings.tsx';
import { useSet } from './settings/use-set.ts';
import { createEditorStore, EditorProvider, useEditor } from './store.ts';
import { useSaveOnLeave } from './use-save-on-leave.ts';

/** A form by itself, at both widths: what is changed here is changed on every page that shows it. */
export function FormScreen() {
  const client = useClient();
  const { formId = '' } = useParams();
  const form = useEndpoint(api.getForm, { params: { formId } }, { refetchOnMount: 'always' });
  const sheet = useEndpoint(
    api.getClient,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  const clock = useEndpoint(api.getClock, {});
  const [first, setFirst] = useState<FormView | null>(null);
  const fresh = form.isFetchedAfterMount ? form.data : undefined;
  useEffect(() => {
    if (fresh) setFirst((kept) => kept ?? fresh);
  }, [fresh]);
  if (form.isError && !first)
    return <Failed error={form.error} again={() => void form.refetch()} />;
  if (!first || !sheet.data || !clock.data) return <Skeleton lines={12} />;
  return <Form key={first.id} form={first} sheet={sheet.data} now={clock.data.now} />;
}

const band = 'form-band';

/** A draft with nothing in it but the form. */
const draftOf =
  (formId: FormId) =>
  (form: FormDefinition): Draft => ({
    page: {
      ...emptyPage(form.name),
      bands: [
        newBand(band, [
          { id: 'form-column', share: 1, blocks: [newBlock('form', 'form-block', { formId })] },
        ]),
      ],
    },
    forms: { [formId]: form },
  });

function Form({ form, sheet, now }: { form: FormView; sheet: ClientSheet; now: string }) {
  const page = useMemo(() => pageWith(form, sheet, now), [form, sheet, now]);
  const [store] = useState(() => createEditorStore(page, placeOfForm(form.id, draftOf(form.id))));
  useSaveOnLeave(store);
  const { name } = useStore(store, (state) => state.draft.forms[form.id]!);
  return (
    <EditorProvider value={store}>
      <PageHead title={name} beside={<SaveStatus />}>
        <Link
          className="font-semibold text-plum-dark hover:underline"
          to={`/${sheet.slug}/funnels/forms`}
        >
          All forms
        </Link>
      </PageHead>
      <SaveProblem />
      <p className="px-6 pt-4 text-muted max-md:px-4">
        <UsedOn form={form} slug={sheet.slug} />
      </p>
      <div className="grid gap-6 p-6 max-md:p-4 lg:grid-cols-[minmax(0,1fr)_320px]">
        <div className="flex flex-wrap items-start gap-6 max-lg:order-2">
          <Drawn page={page} title="The form, wide" width={760} scale={0.7} />
          <Drawn page={page} title="The form on a phone" width={390} scale={0.7} />
        </div>
        <div className="grid content-start gap-4 rounded-card border border-line bg-sheet p-4">
          <Own page={page} formId={form.id} />
        </div>
      </div>
    </EditorProvider>
  );
}

/** The form as a page of its own, as far as the editor's parts ask for one. */
const pageWith = (form: FormView, sheet: ClientSheet, now: string): EditorPage => ({
  pageId: form.id as string as PageId,
  funnel: { id: '' as FunnelId, name: '', style: '' },
  steps: [],
  slug: 'form',
  address: '',
  state: 'live',
  version: form.version,
  draft: draftOf(form.id)(form.definition as FormDefinition),
  formUses: { [form.id]: form.pages.length },
  test: null,
  around: {
    ...{ pages: [], calendars: [], files: [], forms: [] },
    ...{ vouchers: [], others: [], copied: [], ads: false, tags: [] },
  },
  home: noHome,
  now,
  client: sheet,
  brand: sheet.brand,
});

function UsedOn({ form: { pages }, slug }: { form: FormView; slug: string }) {
  if (pages.length === 0) return 'On no page yet: add it to one from the page’s editor.';
  return (
    <>
      On{' '}
      {pages.map(({ pageId, name }, index) => (
        <span key={pageId}>
          {index > 0 && ', '}
          <Link className="text-plum-dark underline" to={`/${slug}/pages/${pageId}`}>
            {name}
          </Link>
        </span>
      ))}
      . Edits show there when {pages.length === 1 ? 'it is' : 'they are'} next published.
    </>
  );
}

const drawnHeight = 680;

function Drawn({
  page,
  title,
  width,
  scale,
}: {
  page: EditorPage;
  title: string;
  width: number;
  scale: number;
}) {
  const draft = useEditor((state) => state.draft);
  const brand = useEditor((state) => state.brand);
  const context = useMemo(() => pageContext(page, draft.forms, brand, null), [page, draft, brand]);
  return (
    <figure className="grid gap-2">
      <div className="overflow-hidden rounded-card border border-line">
        <PageFrame
          page={draft.page}
          context={context}
          title={title}
          width={width}
          scale={scale}
          height={drawnHeight}
        />
      </div>
      <figcaption className="text-xs font-semibold text-muted">
        {title}, {width} px
      </figcaption>
    </figure>
  );
}

function Own({ page, formId }: { page: EditorPage; formId: FormId }) {
  const form = useEditor((state) => state.draft.forms[formId])!;
  const set = useSet(formId);
  return (
    <>
      <TextField
        label="Form name"
        maxLength={120}
        value={form.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <FormFields form={form} formId={formId} page={page} />
    </>
  );
}
