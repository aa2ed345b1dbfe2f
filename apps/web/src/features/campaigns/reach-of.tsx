import type { CampaignReach } from '@plumgate/contract';
import { useTextCost } from '../writing/use-text-cost.ts';
import { leftOutWords } from '@plumgate/core/followup';

/** How many get it, and why the others don't. */
export function ReachOf({
  reach,
  parts = 0,
}: {
  reach: CampaignReach | null;
  /** Of a text, in how many parts it is sent. */
  parts?: number;
}) {
  const costOf = useTextCost();
  if (!reach) return <p className="text-muted">Counting</p>;
  const { reached, leftOut } = reach;
  const listed = leftOut.reduce((sum, { people }) => sum + people, reached);
  return (
    <div role="status" className="rounded-card border border-line bg-sheet px-4 py-3">
      <p>
        <b className="font-title text-xl">{reached.toLocaleString('en-US')}</b> of{' '}
        {listed.toLocaleString('en-US')} {listed === 1 ? 'person gets' : 'people get'} it
      </p>
      {parts > 0 && reached > 0 && <Cost parts={parts * reached} cost={costOf(parts * reached)} />}
      <LeftOutList leftOut={leftOut} />
    </div>
  );
}

export const LeftOutList = ({ leftOut }: { leftOut: CampaignReach['leftOut'] }) => (
  <ul className="mt-1 text-[13px] text-muted">
    {leftOut.map(({ reason, people }) => (
      <li key={reason}>
        {people.toLocaleString('en-US')} left out, because {leftOutWords(reason)}
      </li>
    ))}
  </ul>
);

const Cost = ({ parts, cost }: { parts: number; cost: string }) => (
  <p className="text-muted">
    {parts.toLocaleString('en-US')} {parts === 1 ? 'part' : 'parts'}
    {cost && `, ${cost}`}
  </p>
);
