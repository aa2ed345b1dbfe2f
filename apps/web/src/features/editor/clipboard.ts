import { api } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import {
  bindingsOf,
  inReadingOrder,
  locate,
  type Draft,
  type DropPlace,
  type NodeKind,
  type TreeNode,
} from '@plumgate/core/page';
import { call } from '../../api/call.ts';
import { bandOf, placeAfter, placeBelow, putIn } from './commands.ts';
import { selectionOf, type EditorStore } from './store.ts';

/** Parts on their way between pages, funnels and clients: kept in this browser, so that they reach another tab too. */
interface Carried {
  clientId: string;
  kind: NodeKind;
  nodes: TreeNode[];
  forms: Draft['forms'];
}

const key = 'plumgate.copied';

/** Copies what is selected. Gives how many parts it were. */
export function copySelected(store: EditorStore): number {
  const { draft, clientId, ...state } = store.getState();
  const found = inReadingOrder(draft, selectionOf(state)).map((id) => locate(draft, id)!);
  const kind = found[0]?.kind;
  const alike = found.filter((one) => one.kind === kind && one.kind !== 'question');
  if (!kind || alike.length === 0) return 0;
  const nodes = alike.map(({ node }) => node);
  const forms = Object.fromEntries(
    bindingsOf(nodes).forms.flatMap((id) => (draft.forms[id] ? [[id, draft.forms[id]]] : [])),
  ) as Draft['forms'];
  localStorage.setItem(key, JSON.stringify({ clientId, kind, nodes, forms } satisfies Carried));
  return alike.length;
}

/**
 * Puts what was copied below what is selected. Parts of another page or another client come with forms and pictures of
 * their own there. Gives how many parts it were.
 */
export async function pasteCopied(store: EditorStore): Promise<number> {
  const carried = JSON.parse(localStorage.getItem(key) ?? 'null') as Carried | null;
  if (!carried) return 0;
  const { clientId } = store.getState();
  const { nodes, forms } =
    carried.clientId === clientId ? carried : await broughtOver(carried, clientId);
  const { draft, selected, bringForms, edit, selectAll } = store.getState();
  const place = placeFor(draft, selected, carried.kind);
  if (!place) return 0;
  bringForms(missing(forms, draft));
  const put = putIn(
    place,
    nodes.map((node) => ({ kind: carried.kind, node })),
  );
  if (!edit(put.edits)) return 0;
  selectAll(put.ids);
  return put.ids.length;
}

async function broughtOver(
  { nodes, forms }: Carried,
  clientId: string,
): Promise<Pick<Carried, 'nodes' | 'forms'>> {
  const brought = await call(api.copyToClient, {
    params: { clientId },
    body: { parts: nodes, forms },
  });
  return { nodes: brought.parts as TreeNode[], forms: brought.forms as Draft['forms'] };
}

/** A form that the page shows already stays as it is being edited here. */
const missing = (forms: Draft['forms'], draft: Draft) =>
  Object.fromEntries(
    (Object.entries(forms) as [FormId, FormDefinition][]).filter(([id]) => !draft.forms[id]),
  ) as Draft['forms'];

function placeFor(draft: Draft, selected: string, kind: NodeKind): DropPlace | null {
  if (kind === 'band') return placeBelow(draft, selected);
  const band = bandOf(draft, selected);
  if (kind === 'column')
    return band ? { parent: band.id, index: (band.node.columns as unknown[]).length } : null;
  const last = draft.page.bands.at(-1)?.columns.at(-1);
  return (
    placeAfter(draft, selected) ?? (last ? { parent: last.id, index: last.blocks.length } : null)
  );
}
