import { withValues } from '@plumgate/core/basics';
import { wallClock, weekdayIn, minuteOf, type Span } from '@plumgate/core/opening';
import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';
import { usePageStrings } from '../page-strings.ts';

export const hours: BlockView<'hours'> = {
  css: `
.hours p{margin:0 0 10px}
.hours .now{font-weight:680;min-height:1.6em}
.hours dl{display:grid;grid-template-columns:max-content 1fr;gap:4px 22px;margin:0;font-variant-numeric:tabular-nums}
.hours dt:first-letter{text-transform:uppercase}
.hours dd{margin:0}
.hours .today{font-weight:680}`,
  View: function Hours({ block }) {
    const page = usePage();
    const { week, closed, zone } = page.facts;
    const { hours: strings, locale } = usePageStrings();
    if (week.every((spans) => spans.length === 0))
      return page.editing ? <p>The fact sheet has no opening hours yet.</p> : null;
    return (
      <div
        className="hours"
        {...(block.saysNow && {
          'data-week': JSON.stringify(week),
          'data-zone': zone,
          'data-closed': closed.length > 0 ? JSON.stringify(closed) : undefined,
          'data-ahead': page.clockAhead || undefined,
          'data-locale': locale,
          'data-said': JSON.stringify([
            strings.open,
            strings.openUntil,
            strings.openUntilOn,
            strings.opensAt,
            strings.opensOn,
            strings.midnight,
            strings.closedToday,
          ]),
        })}
      >
        {(block.title || page.editing) && (
          <p>
            <b>
              <Words part={block.id} setting="title" text={block.title} />
            </b>
          </p>
        )}
        {block.saysNow && <p className="now">{page.editing ? strings.open : ''}</p>}
        <dl>
          {week.map((spans, day) => (
            <Row key={day} day={weekdayIn(locale, day)} spans={spans} />
          ))}
        </dl>
      </div>
    );
  },
};

/** A day and its spans; one that ends at 24:00 ends at midnight. */
function Row({ day, spans }: { day: string; spans: Span[] }) {
  const { hours: strings, locale } = usePageStrings();
  const clock = (time: string) =>
    time === '24:00' ? strings.midnight : wallClock(minuteOf(time), locale, true);
  return (
    <>
      <dt>{day}</dt>
      <dd>
        {spans
          .map(({ from, to }) => withValues(strings.span, { from: clock(from), to: clock(to) }))
          .join(', ') || strings.closed}
      </dd>
    </>
  );
}
