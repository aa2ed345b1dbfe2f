import type { EmailFinding } from '@plumgate/core/emails';
import { emailText, type Email } from '@plumgate/core/emails';
import type { EmailView } from '@plumgate/email-kit';
import { CircleAlert, CircleCheck, TriangleAlert } from 'lucide-react';
import { useLayoutEffect, useRef, useState } from 'react';
import { EmailFrame } from './email-frame.tsx';

const phoneWidth = 390;

const sides = { phone: 'Phone', plain: 'Plain text', check: 'Check' } as const;
export type Side = keyof typeof sides;

/** Beside the email: how a phone shows it, its plain text, and what is better mended. */
export function EmailSide({
  email,
  view,
  isDark,
  side,
  findings,
  bytes,
  onSide,
  onFinding,
}: {
  email: Email;
  view: EmailView;
  isDark: boolean;
  side: Side;
  /** Null until they are known. */
  findings: readonly EmailFinding[] | null;
  bytes: number;
  onSide: (side: Side) => void;
  onFinding: (finding: EmailFinding) => void;
}) {
  return (
    <aside className="flex min-h-0 flex-col border-l border-line bg-sheet max-lg:h-[640px] max-lg:border-t max-lg:border-l-0">
      <div role="tablist" aria-label="Views" className="flex gap-1 border-b border-line px-3 py-2">
        {(Object.entries(sides) as [Side, string][]).map(([name, label]) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={side === name}
            className="rounded-control px-2.5 py-1 text-[13px] text-muted aria-selected:bg-plum-tint aria-selected:font-semibold aria-selected:text-plum-dark"
            onClick={() => onSide(name)}
          >
            {label}
            {name === 'check' && findings && findings.length > 0 && ` (${findings.length})`}
          </button>
        ))}
      </div>
      <div role="tabpanel" aria-label={sides[side]} className="min-h-0 flex-1 overflow-auto">
        {side === 'phone' && <OnPhone email={email} view={view} isDark={isDark} />}
        {side === 'plain' && (
          <p className="p-4 font-mono text-xs break-words whitespace-pre-wrap">
            {emailText(email.blocks, view.reading)}
          </p>
        )}
        {side === 'check' && <Findings findings={findings} bytes={bytes} onPress={onFinding} />}
      </div>
    </aside>
  );
}

/** What an inbox shows where there is no preview line: the first block that says something. */
function firstWords({ blocks }: Email, { reading }: EmailView): string {
  for (const block of blocks) {
    const words = emailText([block], reading);
    if (words.trim() !== '') return words.replace(/\s+/g, ' ');
  }
  return '';
}

/** The inbox line, and below it the email as wide as a phone. */
function OnPhone({ email, view, isDark }: { email: Email; view: EmailView; isDark: boolean }) {
  const holder = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setRoom({ width, height });
    });
    watch.observe(holder.current!);
    return () => watch.disconnect();
  }, []);
  const { merge } = view.reading;
  const scale = room ? Math.min(1, room.width / phoneWidth) : 1;
  return (
    <div className="flex h-full flex-col gap-3 p-3">
      <div className="rounded-control border border-line px-3 py-2">
        <p className="truncate text-xs text-muted">{view.head.name}</p>
        <p className="truncate text-[13px] font-semibold">{merge(email.subject)}</p>
        <p className="truncate text-xs text-muted">
          {merge(email.preview) || firstWords(email, view)}
        </p>
      </div>
      <div
        ref={holder}
        className="min-h-0 flex-1 overflow-hidden rounded-control border border-line"
      >
        {room && (
          <EmailFrame
            blocks={email.blocks}
            view={view}
            title="On a phone"
            width={phoneWidth}
            scale={scale}
            height={room.height}
            isDark={isDark}
          />
        )}
      </div>
    </div>
  );
}

const icons = {
  wrong: <CircleAlert className="mt-0.5 size-4 shrink-0 text-brick" aria-label="To mend" />,
  unwise: <TriangleAlert className="mt-0.5 size-4 shrink-0 text-honey" aria-label="Better" />,
};

function Findings({
  findings,
  bytes,
  onPress,
}: {
  findings: readonly EmailFinding[] | null;
  bytes: number;
  onPress: (finding: EmailFinding) => void;
}) {
  if (!findings) return <p className="p-4 text-muted">Checking</p>;
  return (
    <div className="grid gap-3 p-4">
      {findings.length === 0 && (
        <p className="flex gap-2">
          <CircleCheck className="mt-0.5 size-4 shrink-0 text-leaf" aria-hidden /> Nothing to mend.
        </p>
      )}
      {findings.map((finding, index) => (
        <button
          key={index}
          type="button"
          disabled={finding.block === null}
          className="flex gap-2 text-left not-disabled:hover:text-plum-dark"
          onClick={() => onPress(finding)}
        >
          {icons[finding.level]}
          <span>{finding.words}</span>
        </button>
      ))}
      <p className="text-xs text-muted">
        {Math.max(1, Math.round(bytes / 1024))} KB of 102. Every email to people carries your
        address and a link to get no more of them.
      </p>
    </div>
  );
}
