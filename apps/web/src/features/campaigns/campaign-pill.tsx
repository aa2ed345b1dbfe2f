import type { CampaignView } from '@plumgate/contract';
import { Pill } from '../../ui/pill.tsx';

/** How far a campaign is. */
export function CampaignPill({ campaign: { state, counts } }: { campaign: CampaignView }) {
  if (state === 'draft') return <Pill>Draft</Pill>;
  if (state === 'stopped') return <Pill tone="brick">Stopped</Pill>;
  if (state === 'paused') return <Pill tone="honey">Paused</Pill>;
  const waiting = counts?.waiting ?? 0;
  return waiting > 0 ? (
    <Pill tone="tide">{waiting.toLocaleString('en-US')} waiting</Pill>
  ) : (
    <Pill tone="leaf">Sent</Pill>
  );
}
