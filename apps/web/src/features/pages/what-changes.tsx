import type { Answered, api, EditorPage } from '@plumgate/contract';
import {
  besideChanges,
  changesBetween,
  changeWords,
  type Beside,
  type Draft,
} from '@plumgate/core/page';
import { useMemo } from 'react';
import { pageContext } from './page-context.ts';
import { PageFrame } from './page-frame.tsx';

/** In words, what visitors would see other than they do: where the page leads, what is kept beside it, and the page itself. */
export function whatChanges(
  page: EditorPage,
  was: Answered<typeof api.getRevision>,
  now: { draft: Draft; client: Beside },
): string[] {
  return [
    ...ledElsewhere(page, was.next),
    ...besideChanges(was.client, now.client),
    ...changesBetween(was.draft as Draft, now.draft).map(changeWords),
  ];
}

/** Says where the page leads, if that is not where it led. */
function ledElsewhere({ pageId, steps }: EditorPage, before: string | null): string[] {
  const next = steps.find((step) => step.pageId === pageId)?.next ?? null;
  const name = (id: string | null) => steps.find((step) => step.pageId === id)?.name;
  if (next === before) return [];
  return [
    `Leads to ${name(next) ? `“${name(next)}”` : 'no other step'}${name(before) ? `, no longer to “${name(before)}”` : ''}`,
  ];
}

/** Changes in words, one below the other. */
export const ChangeList = ({ words }: { words: string[] }) => (
  <ul className="grid gap-1">
    {words.map((one, index) => (
      <li key={index} className="border-l-2 border-plum pl-2.5">
        {one}
      </li>
    ))}
  </ul>
);

/** A page on a phone, or on a screen of another width, still, with what it is called below; nothing where visitors see nothing. */
export function SeenPage({
  page,
  draft,
  client,
  label,
  screen = 390,
  width,
  height,
}: {
  page: EditorPage;
  draft: Draft | undefined;
  client: Beside;
  label: string;
  /** How wide the page believes its screen to be, in CSS pixels. */
  screen?: number;
  /** Of the figure, in pixels. */
  width: number;
  height: number;
}) {
  const context = useMemo(
    () =>
      draft &&
      pageContext(
        { ...page, client: { ...page.client, ...client } },
        draft.forms,
        client.brand,
        null,
        draft.page,
      ),
    [page, draft, client],
  );
  return (
    <figure className="grid gap-1.5">
      <div
        className="overflow-hidden rounded-card border border-strong-line"
        style={{ width, height }}
      >
        {draft && context ? (
          <PageFrame
            page={draft.page}
            context={context}
            title={label}
            width={screen}
            scale={(width - 2) / screen}
            height={height - 2}
          />
        ) : (
          <p className="p-4 text-muted">Visitors see nothing yet.</p>
        )}
      </div>
      <figcaption className="text-xs font-semibold text-muted">{label}</figcaption>
    </figure>
  );
}
