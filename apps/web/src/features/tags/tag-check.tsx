import { api, type ClientSummary, type FunnelTags, type TagView } from '@plumgate/contract';
import { Check, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { findingLines, tagName } from './tag-words.ts';

/** What each live page carries, as it is sent to a visitor, and what is wrong with that. */
export function TagCheck({ client, tags }: { client: ClientSummary; tags: readonly TagView[] }) {
  const asked = useEndpoint(api.checkTags, { params: { clientId: client.id } });
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data) return <Skeleton />;
  const { funnels } = asked.data;
  if (funnels.length === 0)
    return <p className="text-muted">No page is live yet. They are checked as soon as one is.</p>;
  return (
    <ul className="grid gap-2">
      {funnels.map((funnel) => (
        <FunnelRow key={funnel.funnelId} {...{ client, funnel, tags }} />
      ))}
    </ul>
  );
}

function FunnelRow({
  client,
  funnel,
  tags,
}: {
  client: ClientSummary;
  funnel: FunnelTags;
  tags: readonly TagView[];
}) {
  const lines = findingLines(funnel, tags);
  const Sign = lines.length === 0 ? Check : TriangleAlert;
  return (
    <li className="rounded-card border border-line bg-sheet px-4 py-3">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Sign
          className={`size-4 shrink-0 ${lines.length === 0 ? 'text-leaf' : 'text-brick'}`}
          aria-hidden
        />
        <Link
          className="font-semibold text-plum-dark hover:underline"
          to={`/${client.slug}/funnels/${funnel.funnelId}`}
        >
          {funnel.name}
        </Link>
        <span className="text-[13px] text-muted">
          {lines.length > 0
            ? `${lines.length} ${lines.length === 1 ? 'thing' : 'things'} to mend`
            : funnel.pages.some((page) => page.tags.length > 0)
              ? 'Each page carries what it should, once and in order'
              : 'No tag is on its pages'}
        </span>
      </p>
      <ul className="mt-1.5 grid gap-0.5 text-[13px]">
        {funnel.pages.map((page) => (
          <li key={page.pageId} className="flex flex-wrap gap-x-2">
            <span className="min-w-40">{page.name}</span>
            <span className="text-muted">
              {page.tags.length > 0
                ? page.tags.map((id) => tagName(tags, id)).join(', then ')
                : 'no tag'}
            </span>
          </li>
        ))}
      </ul>
      {lines.length > 0 && (
        <ul className="mt-2 grid gap-0.5 text-[13px] font-medium text-brick">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </li>
  );
}
