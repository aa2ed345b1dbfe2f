import { Temporal } from 'temporal-polyfill';
import { whenIn } from '@plumgate/core/languages';
import type { Instant } from '@plumgate/core/basics';
import type { BlockOf } from '@plumgate/core/page';
import { usePage, type BlockView, type PageContext } from '../page-context.ts';
import { Words } from '../words.tsx';
import { usePageStrings } from '../page-strings.ts';

export const countdown: BlockView<'countdown'> = {
  css: `
.countdown p{margin:0}
.countdown .moment{font-weight:var(--weight,640);font-size:calc(1em*var(--size,1))}
.countdown .left{display:inline-flex;gap:clamp(10px,2cqi,22px);margin:10px 0 0;visibility:hidden}
.countdown.on .left{visibility:visible}
.countdown .left span{display:grid;justify-items:center;min-width:2.6em;font-size:.88rem}
.countdown .left b{font-family:var(--title-face);font-size:calc(clamp(1.7rem,4cqi,2.6rem)*var(--size,1));line-height:1.1;font-variant-numeric:tabular-nums}
.countdown.over .left{display:none}`,
  View: function Countdown({ block }) {
    const page = usePage();
    const strings = usePageStrings();
    const isFromVisit = block.counts === 'visit';
    const until = untilOf(block, page);
    const zone = block.counts === 'event' && page.event ? page.event.zone : page.facts.zone;
    if (!isFromVisit && !until) return page.editing ? <p>Say until when it counts.</p> : null;
    return (
      <div
        className={`countdown${page.editing ? ' on' : ''}`}
        data-until={until?.toString() ?? ''}
        {...(isFromVisit && { 'data-minutes': block.minutes, 'data-block': block.id })}
        data-ahead={(until && page.clockAhead) || undefined}
      >
        {(block.above || page.editing) && (
          <p>
            <Words part={block.id} setting="above" text={block.above} />
          </p>
        )}
        <p className="moment" data-over={page.merge(block.over)}>
          {until && whenIn(strings, until, zone, page.facts.zone)}
        </p>
        <p className="left" role="timer">
          {strings.left.map((unit) => (
            <span key={unit}>
              <b>00</b>
              {unit}
            </span>
          ))}
        </p>
      </div>
    );
  },
};

/** The moment that a countdown counts to; null for one that counts from the first visit, and for none yet. */
function untilOf(
  { counts, until }: Pick<BlockOf<'countdown'>, 'counts' | 'until'>,
  { event, facts }: Pick<PageContext, 'event' | 'facts'>,
): Instant | null {
  if (counts === 'event') return event?.start ?? null;
  if (counts === 'visit' || !until) return null;
  return Temporal.PlainDateTime.from(until).toZonedDateTime(facts.zone).toInstant();
}
