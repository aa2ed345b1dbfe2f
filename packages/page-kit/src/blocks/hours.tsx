import { weekdays } from '@plumgate/core/booking';
import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const hours: BlockView<'hours'> = {
  css: `
.hours p{margin:0 0 10px}
.hours .now{font-weight:680;min-height:1.6em}
.hours dl{display:grid;grid-template-columns:max-content 1fr;gap:4px 22px;margin:0;font-variant-numeric:tabular-nums}
.hours dd{margin:0}
.hours .today{font-weight:680}`,
  View: function Hours({ block }) {
    const page = usePage();
    const { week, zone } = page.facts;
    if (week.every((spans) => spans.length === 0))
      return page.editing ? <p>The fact sheet has no opening hours yet.</p> : null;
    return (
      <div
        className="hours"
        {...(block.saysNow && {
          'data-week': JSON.stringify(week),
          'data-zone': zone,
          'data-ahead': page.clockAhead || undefined,
        })}
      >
        {(block.title || page.editing) && (
          <p>
            <b>
              <Words part={block.id} setting="title" text={block.title} />
            </b>
          </p>
        )}
        {block.saysNow && <p className="now">{page.editing ? 'Open now' : ''}</p>}
        <dl>
          {week.map((spans, day) => (
            <Row key={day} day={weekdays[day]!} spans={spans} />
          ))}
        </dl>
      </div>
    );
  },
};

const Row = ({ day, spans }: { day: string; spans: { from: string; to: string }[] }) => (
  <>
    <dt>{day}</dt>
    <dd>{spans.map(({ from, to }) => `${clock(from)} to ${clock(to)}`).join(', ') || 'Closed'}</dd>
  </>
);

/** `13:30` as `1:30 PM`, `24:00` as midnight. */
export function clock(time: string): string {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  if (hour === 24) return 'midnight';
  const half = hour < 12 ? 'AM' : 'PM';
  return `${hour % 12 || 12}${minute ? `:${String(minute).padStart(2, '0')}` : ''} ${half}`;
}
