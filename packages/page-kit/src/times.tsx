import type { TimeChoice } from '@plumgate/core/booking';
import { withValues } from '@plumgate/core/basics';
import type { FreeTimes } from './page-context.ts';
import { usePageStrings } from './page-strings.ts';

/** The names of the fields that carry a chosen time, the member of the staff and the place. */
export const slotField = '_slot';
export const staffField = '_with';
export const placeField = '_place';

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
.times .pick{display:block;margin:0 0 14px;font-weight:620;font-size:.94rem}
.times .pick select{display:block;width:100%;margin-top:6px;min-height:46px;padding:9px 12px;border:1.5px solid #8b8b86;border-radius:min(var(--corner),12px);background:#fff;color:#1b1b1b;font:inherit}
.times .wait{margin-top:10px}
.times .later{display:inline-block;margin-top:10px;color:inherit}
.times .none{margin:0}`;

/** Free times to choose one of, by day; the first day is open. Works by keyboard and without script. */
export function Times({
  times,
  chosen,
  wish = {},
}: {
  times: FreeTimes;
  chosen: string;
  /** The person and the place that were chosen before. */
  wish?: Readonly<Record<string, string>>;
}) {
  const { times: strings, when } = usePageStrings();
  const all = times.days.flatMap((day) => day.times);
  const [day] = times.days;
  const [only] = all;
  if (!day || !only)
    return (
      <fieldset className="times" data-times="">
        {times.waits.length > 0 ? (
          <Waits times={times} chosen={chosen} />
        ) : (
          <p className="none">{times.seats ? strings.full : strings.none}</p>
        )}
      </fieldset>
    );
  if (all.length === 1 && !times.later && times.waits.length === 0)
    return (
      <fieldset className="times" data-times="">
        <Options times={times} wish={wish} />
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
      <Options times={times} wish={wish} />
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
      {times.waits.length > 0 && <Waits times={times} chosen={chosen} />}
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
    <label data-staff={time.staff && placesOf(time.staff, times)}>
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

/** The dates that are full, each with its place on the waiting list; the only one there is is chosen already. */
function Waits({ times, chosen }: { times: FreeTimes; chosen: string }) {
  const { times: strings, when: joined } = usePageStrings();
  const isOnly = times.waits.length === 1 && times.days.length === 0;
  return times.waits.map(({ value, when }) => (
    <label key={value} className="only wait">
      <input
        type="radio"
        name={slotField}
        value={value}
        defaultChecked={value === chosen || isOnly}
      />
      <span>
        {when && <>{withValues(joined, { day: when.day, time: when.time })}: </>}
        {strings.wait}
        <small>{strings.waitHelp}</small>
      </span>
    </label>
  ));
}

/** Who can take something, as their places in the list of staff: `0 2`. */
const placesOf = (who: readonly string[], { staff }: FreeTimes): string =>
  staff.flatMap(({ id }, index) => (who.includes(id) ? [index] : [])).join(' ');

/** The choice of a person and a place; the page's script shows the times that go with it. */
function Options({ times, wish }: { times: FreeTimes; wish: Readonly<Record<string, string>> }) {
  const { times: strings } = usePageStrings();
  return (
    <>
      {times.places.length > 0 && (
        <label className="pick">
          {strings.place}
          <select name={placeField} defaultValue={wish[placeField]}>
            {times.places.map(({ id, name, staff }) => (
              <option
                key={id}
                value={id}
                data-staff={staff.length > 0 ? placesOf(staff, times) : undefined}
              >
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      {times.choosesStaff && (
        <label className="pick">
          {strings.staff}
          <select name={staffField} defaultValue={wish[staffField]}>
            <option value="">{strings.anybody}</option>
            {times.staff.map(({ id, name }, index) => (
              <option key={id} value={id} data-staff={String(index)}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  );
}

function SeatsLeft({ count }: { count: number }) {
  const [one, more] = usePageStrings().times.seats;
  return <small>{withValues(count === 1 ? one : more, { count })}</small>;
}
