import { sourceOf, type Origin, type SourceRule } from './origin.ts';

/** Past visits with the same origin. */
export interface SeenOrigin {
  origin: Origin;
  visits: number;
}

/** What rules would have named otherwise than the rules of now: most visits first. */
export interface Renamed {
  from: string;
  to: string;
  visits: number;
  /** One of the origins, as it was said. */
  example: string;
}

/** What other rules would have made of past visits. */
export function previewSources(
  seen: readonly SeenOrigin[],
  now: readonly SourceRule[],
  then: readonly SourceRule[],
): Renamed[] {
  const renamed = new Map<string, Renamed>();
  for (const { origin, visits } of seen) {
    const [from, to] = [sourceOf(origin, now), sourceOf(origin, then)];
    if (from === to) continue;
    const key = JSON.stringify([from, to]);
    const before = renamed.get(key) ?? { from, to, visits: 0, example: originWords(origin) };
    renamed.set(key, { ...before, visits: before.visits + visits });
  }
  return [...renamed.values()].sort((a, b) => b.visits - a.visits);
}

/** An origin in one line: `www.harbor-news.test/november`, `utm_source=print utm_medium=qr`. */
export function originWords({ referrer, click, clickId: _id, named, ...tags }: Origin): string {
  const said = Object.entries(tags).map(([tag, value]) => `utm_${tag}=${value}`);
  return (
    [...said, click, referrer, named].filter(Boolean).join(' ') || 'No referring page, no tags'
  );
}
