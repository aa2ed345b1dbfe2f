import type { TimelineEntry } from '@plumgate/contract';

/** What the program does by itself because somebody wrote: of interest when one asks why, and otherwise in the way. */
const automatic = new Set<TimelineEntry['kind']>(['tag', 'owner', 'sequence', 'notice']);

type Item = { entry: TimelineEntry } | { folded: TimelineEntry[] };

/** A history in which automatic steps that follow each other are one item, where there is more than one of them. */
export function foldedHistory(timeline: readonly TimelineEntry[]): Item[] {
  const items: Item[] = [];
  for (const entry of timeline) {
    const last = items.at(-1);
    if (!automatic.has(entry.kind)) items.push({ entry });
    else if (last && 'folded' in last) last.folded.push(entry);
    else items.push({ folded: [entry] });
  }
  return items.map((item) =>
    'folded' in item && item.folded.length === 1 ? { entry: item.folded[0]! } : item,
  );
}
