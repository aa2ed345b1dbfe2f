import { applyEdit, type Draft, type Edit, type EditProblem } from '@plumgate/core/page';
import type { Entry } from './local-draft.ts';

/** A draft with the edits that lead back from it, and forward again. */
export interface History {
  draft: Draft;
  past: Entry[];
  future: Entry[];
}

type Outcome = { ok: true; history: History } | { ok: false; problem: EditProblem };

/** Makes edits, all of them or none, as one step. Edits of one `group` in a row, such as letters typed, are one step together. */
export function edited({ draft, past }: History, edits: Edit[], group?: string): Outcome {
  const result = applyAll(draft, edits);
  if (!result.ok) return result;
  const last = past.at(-1);
  const joins = group !== undefined && last?.group === group;
  const entry: Entry = {
    back: joins ? [...result.back, ...last.back] : result.back,
    forth: [],
    group: group ?? null,
  };
  const before = joins ? past.slice(0, -1) : past;
  return { ok: true, history: { draft: result.draft, past: [...before, entry], future: [] } };
}

/** One step back, or forward again; null when there is none, or when it leads nowhere any more. */
export function replayed(history: History, from: 'past' | 'future'): History | null {
  const entry = history[from].at(-1);
  const result = entry && applyAll(history.draft, from === 'past' ? entry.back : entry.forth);
  if (!result?.ok) return null;
  const turned =
    from === 'past' ? { ...entry, forth: result.back } : { ...entry, back: result.back };
  const to = from === 'past' ? 'future' : 'past';
  return {
    draft: result.draft,
    [from]: history[from].slice(0, -1),
    [to]: [...history[to], { ...turned, group: null }],
  } as unknown as History;
}

/** The last step is finished: what is typed next is a step of its own. The same list where it was finished already. */
export function withoutOpenGroup(past: Entry[]): Entry[] {
  const last = past.at(-1);
  return last?.group ? [...past.slice(0, -1), { ...last, group: null }] : past;
}

/** Shows one of two drafts in place of the other; a step back leads to the one that is not shown. */
export const replacedBy = ({ past }: History, shown: Draft, other: Draft): History => ({
  draft: shown,
  past: [...past, { back: [{ do: 'replace', draft: other }], forth: [], group: null }],
  future: [],
});

type Applied = { ok: true; draft: Draft; back: Edit[] } | { ok: false; problem: EditProblem };

/** `back` undoes the edits, last first. */
function applyAll(draft: Draft, edits: Edit[]): Applied {
  let now = draft;
  const back: Edit[] = [];
  for (const edit of edits) {
    const result = applyEdit(now, edit);
    if (!result.ok) return { ok: false, problem: result.problem };
    now = result.value.draft;
    back.unshift(result.value.inverse);
  }
  return { ok: true, draft: now, back };
}
