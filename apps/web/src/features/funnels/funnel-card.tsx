import type { FunnelSummary } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { ChevronRight } from 'lucide-react';
import { Link } from 'react-router';
import { StatePill } from '../../ui/pill.tsx';
import { Miniature } from '../pages/miniature.tsx';

/** More steps than these are only counted. */
const mostShown = 5;

/** A funnel at a glance: its state, its last 30 days, and its pages as visitors see them. */
export function FunnelCard({
  funnel,
  clientSlug,
  heading: Heading,
}: {
  funnel: FunnelSummary;
  clientSlug: string;
  /** One level below what the card stands under. */
  heading: 'h2' | 'h3';
}) {
  const { id, name, state, address, pages } = funnel;
  const left = pages.length - mostShown;
  return (
    <li className="relative flex gap-6 rounded-card border border-line bg-sheet p-5 hover:border-strong-line max-md:flex-col max-md:gap-4 max-md:p-4">
      <div className="flex w-72 shrink-0 flex-col gap-1.5 max-md:w-full">
        <Heading className="text-lg">
          <Link
            className="after:absolute after:inset-0 hover:text-plum-dark"
            to={`/${clientSlug}/funnels/${id}`}
          >
            {name}
          </Link>
        </Heading>
        <p className="flex flex-wrap items-center gap-2">
          <StatePill state={state} />
          <span className="text-muted">
            {pages.length === 1 ? '1 step' : `${pages.length} steps`}
          </span>
        </p>
        {address && <p className="truncate text-xs text-muted">{address}</p>}
        <Numbers funnel={funnel} />
      </div>
      <ol className="flex min-w-0 flex-1 items-start overflow-x-auto" aria-label="Its pages">
        {pages.slice(0, mostShown).map((page, index) => (
          <li key={page.pageId} className="flex items-start">
            {index > 0 && (
              <ChevronRight aria-hidden className="mx-1.5 mt-14 size-5 shrink-0 text-muted" />
            )}
            <div className="w-[116px]">
              <div className="overflow-hidden rounded-control border border-strong-line">
                <Miniature pageId={page.pageId} name={page.name} width={114} height={140} />
              </div>
              <p className="mt-1.5 truncate text-xs font-semibold" title={page.name}>
                {index + 1} · {page.name}
              </p>
              <p className="text-xs text-muted tabular-nums">
                {page.visitors30.toLocaleString('en-US')}{' '}
                {page.visitors30 === 1 ? 'visitor' : 'visitors'}
              </p>
            </div>
          </li>
        ))}
        {left > 0 && <li className="mt-14 ml-3 text-muted">and {left} more</li>}
      </ol>
    </li>
  );
}

function Numbers({ funnel }: { funnel: FunnelSummary }) {
  const { visitors30, leads30, converted30 } = funnel;
  const numbers = [
    [visitors30.toLocaleString('en-US'), 'visitors'],
    [leads30.toLocaleString('en-US'), leads30 === 1 ? 'lead' : 'leads'],
    [shareText(converted30, visitors30), 'converted'],
  ] as const;
  return (
    <div className="mt-auto pt-3">
      <p className="mb-1 text-xs text-muted">Last 30 days</p>
      <dl className="grid grid-cols-3 tabular-nums">
        {numbers.map(([value, label]) => (
          <div key={label} className="flex flex-col-reverse">
            <dt className="text-xs text-muted">{label}</dt>
            <dd className="text-[17px] font-semibold">{value}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
