import { api } from '@plumgate/contract';
import { RuleContent } from '@plumgate/core/routing';
import { Link } from 'react-router';
import { messageOf } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { whenText } from '../../ui/when.ts';

/** Which leads the rule would have matched, and from where; leads of campaigns it does not name are marked. */
export function RulePreview({
  content,
  clientId,
  slug,
}: {
  content: RuleContent;
  clientId: string;
  slug: string;
}) {
  const client = useClient();
  const { conditions, trigger } = content;
  const asked = { conditions, ...(trigger && { trigger }) };
  const given = { params: { clientId }, body: asked };
  const isWhole = RuleContent.pick({ conditions: true, trigger: true }).safeParse(asked).success;
  const preview = useEndpoint(api.previewRule, given, { enabled: isWhole });
  if (!isWhole || preview.isError)
    return (
      <p className="rounded-card bg-paper p-4 text-muted">
        {preview.isError
          ? messageOf(preview.error)
          : 'Complete the rule to see who it would have matched.'}
      </p>
    );
  if (!preview.data)
    return (
      <div
        className="h-40 animate-pulse rounded-card bg-line/60"
        role="status"
        aria-label="Loading"
      />
    );
  const { matched, leads, others, pages, people, days } = preview.data;
  return (
    <section aria-label="Preview" className="grid gap-2 rounded-card bg-paper p-4">
      <h3>
        In the last {days} days: {matched.toLocaleString('en-US')} of{' '}
        {leads.toLocaleString('en-US')} {trigger ? 'people who did it' : 'leads'}
      </h3>
      {others > 0 && (
        <p className="rounded-control bg-honey-tint px-3 py-2 font-semibold text-honey">
          {others === matched
            ? 'The rule names no campaign, so it matches leads from all of these.'
            : `${others.toLocaleString('en-US')} of them belong to other campaigns than the ones named.`}
        </p>
      )}
      {matched === 0 && <p className="text-muted">It would have matched nobody.</p>}
      <ul className="grid gap-1">
        {pages.map((line) => (
          <li key={line.funnel + line.page} className="flex gap-3">
            <span className="w-10 text-right font-semibold tabular-nums">{line.leads}</span>
            <span className="min-w-0 flex-1">
              {line.page} <span className="text-muted">in {line.funnel}</span>
              {!line.own && (
                <span className="ml-1 text-xs font-semibold text-honey">another campaign</span>
              )}
            </span>
          </li>
        ))}
      </ul>
      {people.length > 0 && (
        <details>
          <summary className="cursor-pointer text-[13px] font-semibold text-plum-dark">
            {trigger ? 'Matched people' : 'Matched leads'}
          </summary>
          <ul className="mt-1 max-h-44 overflow-auto">
            {people.map((person, index) => (
              <li key={index} className="flex justify-between gap-3 text-[13px]">
                <Link className="truncate hover:underline" to={`/${slug}/people/${person.id}`}>
                  {person.name}
                </Link>
                <span className="shrink-0 text-muted tabular-nums">
                  {whenText(person.at, client?.zone ?? 'UTC')}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
