import { findingWords, type Finding, type FixPlace } from '@plumgate/core/launch';
import { CircleAlert, OctagonX } from 'lucide-react';
import { Button } from '../../ui/button.tsx';

/** What the launch check found: what stops first, each with its reason and the way to the fix. */
export function FindingsList({
  findings,
  onFix,
}: {
  findings: Finding[];
  onFix: (place: FixPlace) => void;
}) {
  if (findings.length === 0)
    return <p className="py-2 text-leaf">Nothing to fix. You can publish.</p>;
  return (
    <ul className="grid">
      {findings.map((finding) => {
        const { what, why, fix } = findingWords(finding);
        const stops = finding.severity === 'stops';
        const Icon = stops ? OctagonX : CircleAlert;
        return (
          <li
            key={JSON.stringify(finding)}
            className="flex items-start gap-2.5 border-b border-line py-2.5 last:border-0"
          >
            <Icon
              aria-label={stops ? 'Stops publishing' : 'Worth checking'}
              className={`mt-0.5 size-4 shrink-0 ${stops ? 'text-brick' : 'text-honey'}`}
            />
            <div className="min-w-0 flex-1">
              <p className="font-semibold break-words">{what}</p>
              <p className="text-xs text-muted">{why}</p>
            </div>
            <Button look="quiet" onClick={() => onFix(finding.place)}>
              {fix}
            </Button>
          </li>
        );
      })}
    </ul>
  );
}

/** How many things there are, and whether one of them stops. */
export function LaunchCount({ findings }: { findings: Finding[] }) {
  if (findings.length === 0) return null;
  const stops = findings.some(({ severity }) => severity === 'stops');
  return (
    <span
      className={`ml-0.5 rounded-full px-1.5 text-xs font-bold tabular-nums ${stops ? 'bg-brick-tint text-brick' : 'bg-honey-tint text-honey'}`}
    >
      {findings.length}
    </span>
  );
}

/** How hard the words are, and how long they take: `212 words, 53 seconds to read, grade 6 reading level`. */
export function readingWords({
  words,
  grade,
  seconds,
}: {
  words: number;
  grade: number;
  seconds: number;
}): string {
  if (words === 0) return 'No words yet';
  const time = seconds < 60 ? `${seconds} seconds` : `${Math.round(seconds / 60)} min`;
  return `${words} words, ${time} to read, grade ${Math.max(1, Math.round(grade))} reading level`;
}
