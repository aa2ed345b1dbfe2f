import type { TimeChoice } from '@plumgate/core/booking';
import { withValues } from '@plumgate/core/basics';
import type { FreeTimes } from './page-context.ts';
import { usePageStrings } from './page-strings.ts';

/** The name of the field that carries a chosen time. */
export const slotField = '_slot';

export const timesCss = `
.times{border:0;margin:14px 0 0;padding:0;min-width:0}
.times legend{font-weight:620;font-size:.94rem;margin-bottom:6px;padding:0}
.times details{border-top:1px solid #0002;padding:2px 0}
.times details:last-of-type{border-bottom:1px solid #0002}
.times summary{display:flex;justify-content:space-between;gap:12px;align-items:center;padding:11px 2px;font-weight:620;cursor:pointer;list-style:none}
.times summary::-webkit-details-marker{display:none}
.times summary small{font-weight:480;opacity:.75}
.chips{display:grid;grid-template-columns:repeat(auto-fill,minmax(92px,1fr));gap:8px;padding:4px 0 14px}
.near+.chips{grid-template-columns:repeat(auto-fill,minmax(150px,1fr))}
.chips label{position:relative}
.chips input{position:absolute;inset:0;width:100%;height:100%;margin:0;opacity:0;cursor:pointer}
.chips span{display:block;min-height:44px;padding:9px 6px;border:1.5px solid #8b8b86;border-radius:min(var(--corner),12px);background:#fff;color:#1b1b1b;font-weight:600;text-align:center}
.chips small{display:block;font-weight:480;font-size:.88rem}
.chips input:checked+span{background:var(--action);border-color:var(--action);color:var(--on-action)}
.chips input:focus-visible+span{outline:3px solid var(--action);outline-offset:2px}
.times .near{font-weight:620;font-size:.94rem;margin:0 0 6px}
.times .only{display:flex;gap:10px;align-items:flex-start;font-weight:620;padding:12px 14px;background:var(--tint);color:var(--on-tint);border-radius:min(var(--corner),12px)}
.times input{accent-color:var(--action)}
.times .only small{display:block;font-weight:480}
.times .later{display:inline-block;margin-top:10px;color:inherit}
.times .none{margin:0}`;

/** Free times to choose one of, by day; the first day is open. Works by keyboard and without script. */
export function Times({ times, chosen }: { times: FreeTimes; chosen: string }) {
  const { times: strings, when } = usePageStrings();
  const all = times.days.flatMap((day) => day.times);
  const [day] = times.days;
  const [only] = all;
  if (!day || !only)
    return (
      <fieldset className="times" data-times="">
        <p className="none">{times.seats ? strings.full : strings.none}</p>
      </fieldset>
    );
  if (all.length === 1 && !times.later)
    return (
      <fieldset className="times" data-times="">
        <label className="only">
          <input type="radio" name={slotField} value={only.start} defaultChecked />
          <span>
            {withValues(when, { day: day.label, time: only.label })}
            {times.seats && <SeatsLeft count={only.left} />}
          </span>
        </label>
      </fieldset>
    );
  const openDay = times.days.find((one) => one.times.some((time) => time.start === chosen)) ?? day;
  return (
    <fieldset className="times" data-times="">
      <legend>{strings.choose}</legend>
      {times.nearest.length > 0 && (
        <>
          <p className="near">{strings.nearest}</p>
          <div className="chips">
            {times.nearest.map((time) => (
              <Chip
                key={time.start}
                time={time}
                label={`${time.day}, ${time.label}`}
                times={times}
                chosen={chosen}
              />
            ))}
          </div>
        </>
      )}
      {times.days.map((one) => (
        <details key={one.date} name="day" open={times.nearest.length === 0 && one === openDay}>
          <summary>
            {one.label}{' '}
            <small>{withValues(strings.from, { time: one.times[0]?.label ?? '' })}</small>
          </summary>
          <div className="chips">
            {one.times.map((time) => (
              <Chip key={time.start} time={time} label={time.label} times={times} chosen={chosen} />
            ))}
          </div>
        </details>
      ))}
      {times.later && (
        <a className="later" href={times.later}>
          {strings.later}
        </a>
      )}
    </fieldset>
  );
}

function Chip({
  time,
  label,
  times,
  chosen,
}: {
  time: TimeChoice;
  label: string;
  times: FreeTimes;
  chosen: string;
}) {
  return (
    <label>
      <input
        type="radio"
        name={slotField}
        value={time.start}
        defaultChecked={time.start === chosen}
      />
      <span>
        {label}
        {times.seats && <SeatsLeft count={time.left} />}
      </span>
    </label>
  );
}

function SeatsLeft({ count }: { count: number }) {
  const [one, more] = usePageStrings().times.seats;
  return <small>{withValues(count === 1 ? one : more, { count })}</small>;
}
