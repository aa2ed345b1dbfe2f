import { api } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { ClientRecords, Facts } from '@plumgate/core/clients';
import {
  allIds,
  bindingsOf,
  blocksOf,
  emptyPage,
  pageNode,
  type Band,
  type BlockKindName,
  type Draft,
  type DropPlace,
  type TreeNode,
} from '@plumgate/core/page';
import { bandWithRecords } from '@plumgate/core/templates';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { newId } from '../pages/make-ids.ts';
import { newForm } from './choose-form.tsx';
import { addBand, addBlock, putIn } from './commands.ts';
import type { EditorStore } from './store.ts';
import { useUi } from './ui.ts';

/** Selects what was just added; the canvas brings it into sight and opens its words. */
export function showNew(store: EditorStore, id: string): void {
  store.getState().select(id);
  useUi.setState({ appeared: id });
}

/** A new block of a kind at a place, or after what is selected, which a block that asks binds to a form first. */
export async function addKind(
  store: EditorStore,
  kind: BlockKindName,
  name: string,
  place?: DropPlace,
): Promise<void> {
  const add = (settings: object) => {
    const { draft, selected, edit } = store.getState();
    const { edits, id } = addBlock(draft, selected, kind, settings as never, place);
    if (edit(edits)) showNew(store, id);
  };
  try {
    if (kind === 'form' && (await hasFormsElsewhere(store)))
      useUi.setState({
        choosingForm: {
          title: 'Which form?',
          newName: name,
          onChoose: (formId) => add({ formId }),
        },
      });
    else add(kind === 'form' || kind === 'booking' ? await bindingFor(store, kind, name) : {});
  } catch (error) {
    toast.error(messageOf(error));
  }
}

/** Whether the client has forms besides those on the page, so that there is something to choose. */
async function hasFormsElsewhere(store: EditorStore): Promise<boolean> {
  const { clientId, draft } = store.getState();
  const { forms } = await call(api.listForms, { params: { clientId } });
  return forms.some(({ id }) => !draft.forms[id]);
}

/** The form that is on the page, or a new one; and for a booking the client's first calendar. */
async function bindingFor(store: EditorStore, kind: 'form' | 'booking', name: string) {
  const { clientId } = store.getState();
  const calendars =
    kind === 'booking' ? (await call(api.listCalendars, { params: { clientId } })).calendars : [];
  return {
    formId: await formFor(store, name),
    ...(calendars[0] && { calendarId: calendars[0].id }),
  };
}

async function formFor(store: EditorStore, name: string): Promise<FormId> {
  const known = Object.keys(store.getState().draft.forms)[0] as FormId | undefined;
  return known ?? newForm(store, name);
}

/**
 * A band from a template below what is selected, or at a place. Its questions get the form that is on the page or a new
 * one, its buttons lead to where the page asks, and its forms and pictures become this client's own.
 */
export async function addReadyBand(
  store: EditorStore,
  given: { band: Band; forms?: Draft['forms'] },
  name: string,
  place?: DropPlace,
): Promise<void> {
  try {
    const { band, forms } = given.forms
      ? await broughtOver(store, given.band, given.forms)
      : { band: await boundHere(store, await filledHere(store, given.band), name), forms: {} };
    const { draft, selected, bringForms, edit } = store.getState();
    bringForms(forms as Draft['forms']);
    const { edits, id } = addBand(draft, selected, band, place);
    if (edit(edits)) showNew(store, unansweredIn(band) ?? id);
  } catch (error) {
    toast.error(messageOf(error));
  }
}

/** A ready-made band with what the client has typed once: people, reviews, prices, badges, photographs. */
async function filledHere(store: EditorStore, band: Band): Promise<Band> {
  const input = { params: { clientId: store.getState().clientId } };
  const [records, { facts }] = await Promise.all([
    call(api.getClientRecords, input),
    call(api.getClient, input),
  ]);
  return bandWithRecords(band, records as ClientRecords, facts as Facts);
}

async function boundHere(store: EditorStore, band: Band, name: string): Promise<Band> {
  const { forms, calendars } = bindingsOf(band);
  const asks = forms.length > 0;
  const binding =
    asks && (await bindingFor(store, calendars.length > 0 ? 'booking' : 'form', name));
  const { draft } = store.getState();
  const target = asks ? band.id : bandThatAsks(draft);
  return {
    ...band,
    columns: band.columns.map((column) => ({
      ...column,
      blocks: column.blocks.map((block) => {
        if (block.kind === 'booking') return { ...block, ...binding };
        if ('formId' in block && binding) return { ...block, formId: binding.formId };
        if (block.kind === 'button' && block.action.kind === 'scroll' && target)
          return { ...block, action: { kind: 'scroll' as const, band: target } };
        if (block.kind === 'button' && block.action.kind === 'scroll')
          return { ...block, action: { kind: 'next-step' as const } };
        return block;
      }),
    })),
  };
}

/** The part of a new band that only its taker can fill in: selected, so that its settings ask for it at once. */
const unansweredIn = (band: Band): string | undefined =>
  band.columns
    .flatMap(({ blocks }) => blocks)
    .find((block) => block.kind === 'countdown' && block.counts === 'moment' && !block.until)?.id;

const bandThatAsks = (draft: Draft): string | undefined =>
  draft.page.bands.find((band) =>
    blocksOf({ ...emptyPage(''), bands: [band] }).some((block) => 'formId' in block),
  )?.id;

async function broughtOver(
  store: EditorStore,
  band: Band,
  forms: Draft['forms'],
): Promise<{ band: Band; forms: Draft['forms'] }> {
  const { clientId } = store.getState();
  const brought = await call(api.copyToClient, {
    params: { clientId },
    body: { parts: [band], forms },
  });
  const [copy] = putIn({ parent: pageNode, index: 0 }, [
    { kind: 'band', node: (brought.parts as TreeNode[])[0]! },
  ]).edits;
  return {
    band: (copy as { node: unknown }).node as Band,
    forms: brought.forms as Draft['forms'],
  };
}

/** A linked band on this page: the same parts under their own ids. A page shows one only once. */
export function addLinkedBand(
  store: EditorStore,
  linked: { id: string; band: Band; forms: Draft['forms'] },
  place?: DropPlace,
): void {
  const { draft, selected, bringForms, edit, select } = store.getState();
  const is = draft.page.bands.find((band) => band.linked === linked.id);
  if (is) {
    select(is.id);
    toast(`${is.name || 'That band'} is on this page already.`);
    return;
  }
  const taken = new Set(allIds(draft));
  const inner = linked.band.columns.flatMap((column) => [
    column.id,
    ...column.blocks.map(({ id }) => id),
  ]);
  if (inner.some((id) => taken.has(id))) {
    toast.error('Parts of that band are on this page already. Remove them first.');
    return;
  }
  bringForms(linked.forms);
  const band: Band = { ...linked.band, id: newId() };
  if (edit(addBand(draft, selected, band, place).edits)) showNew(store, band.id);
}
