/**
 * Reads when somebody is busy from an iCalendar file (RFC 5545), in a thread of its own: what a stranger's server sends may
 * recur forever or hold any number of events, and only a thread can be stopped. Plain JavaScript, since threads start from a
 * file.
 *
 * In: `{ text, zone, from, until, own }`; moments in epoch milliseconds, `zone` for times that name none, `own` the end of the
 * UIDs that are bookings of the program's and no reason to be busy. Out: `{ busy: [start, end][] }` or `{ refused }`.
 */
import { parentPort, workerData } from 'node:worker_threads';
import ICAL from 'ical.js';
import rrule from 'rrule';
import { Temporal } from 'temporal-polyfill';

/** The most stretches that are kept. */
const mostBusy = 20_000;
const day = 86_400_000;

const { text, zone, from, until, own } = workerData;

/** A refusal with its sentence. */
class Refused extends Error {}
const notACalendar = () =>
  new Refused(
    'This is not a calendar file. Look for an address that ends in .ics, or is called iCal or iCalendar.',
  );

const busy = [];
function add(start, end) {
  if (end <= from || start >= until || end <= start) return;
  if (busy.length === mostBusy)
    throw new Refused(`There are more than ${mostBusy} busy times in this calendar.`);
  busy.push([Math.max(start, from), Math.min(end, until)]);
}

/** Every component of a kind as its own text; most lie in the past, and a glance at their dates spares reading them. */
function* blocks(kind) {
  const pattern = new RegExp(`^BEGIN:${kind}\\r?\\n[\\s\\S]*?^END:${kind}\\s*$`, 'gim');
  for (const [block] of text.matchAll(pattern)) yield block;
}

function mayMatter(block) {
  if (/^(?:RRULE|RDATE|RECURRENCE-ID)/im.test(block)) return true;
  const [start, end] = ['DTSTART', 'DTEND'].map((name) => {
    const digits = new RegExp(`^${name}[^\\r\\n]*:(\\d{4})(\\d\\d)(\\d\\d)`, 'im').exec(block);
    return digits && Date.UTC(Number(digits[1]), Number(digits[2]) - 1, Number(digits[3]));
  });
  if (start === null) return false;
  return start < until + 2 * day && (/^DURATION/im.test(block) || (end ?? start) > from - 2 * day);
}

const components = (kind) =>
  [...blocks(kind)].flatMap((block) => {
    if (kind === 'VEVENT' && !mayMatter(block)) return [];
    // One that can't be read keeps none of the others from being read.
    try {
      return [new ICAL.Component(ICAL.parse(block))];
    } catch {
      return [];
    }
  });

const described = new Map(
  components('VTIMEZONE').map((component) => [
    component.getFirstPropertyValue('tzid'),
    new ICAL.Timezone({ component }),
  ]),
);
const zones = new Map();
/** A zone by its name: one of the world's by its rules of today, else as the file describes it; null where neither knows it. */
function zoneCalled(name) {
  if (!zones.has(name)) zones.set(name, isOfTheWorld(name) ? name : (described.get(name) ?? null));
  return zones.get(name);
}
function isOfTheWorld(name) {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: name }));
  } catch {
    return false;
  }
}

/** The first value of a property, as wall time with its zone: `UTC`, one that is called, or that of whoever is asked. */
function timeIn(property, value = property.getFirstValue()) {
  const { year, month, day, isDate } = value;
  const date = { year, month, day };
  const time = isDate
    ? { hour: 0, minute: 0, second: 0 }
    : { hour: value.hour, minute: value.minute, second: Math.min(value.second, 59) };
  const tzid = property.getParameter('tzid');
  const isUtc = value.zone === ICAL.Timezone.utcTimezone;
  return {
    wall: Temporal.PlainDateTime.from({ ...date, ...time }),
    zone: isDate ? zone : isUtc ? 'UTC' : ((tzid && zoneCalled(tzid)) ?? zone),
    isDate,
  };
}

function momentOf(wall, where) {
  if (typeof where === 'string') return wall.toZonedDateTime(where).epochMilliseconds;
  const { year, month, day, hour, minute, second } = wall;
  const fields = { year, month, day, hour, minute, second, isDate: false };
  return new ICAL.Time(fields, where).toUnixTime() * 1000;
}

/** How long an event lasts: milliseconds, or days where it has no times of day. */
function lengthOf(event, start) {
  const end = event.getFirstProperty('dtend');
  if (end) {
    const { wall, zone: where } = timeIn(end);
    if (start.isDate) return { days: start.wall.until(wall, { largestUnit: 'day' }).days };
    return { milliseconds: momentOf(wall, where) - momentOf(start.wall, start.zone) };
  }
  const duration = event.getFirstPropertyValue('duration');
  if (duration) return { milliseconds: duration.toSeconds() * 1000 };
  return start.isDate ? { days: 1 } : { milliseconds: 0 };
}

function addAt(wall, where, length) {
  const start = momentOf(wall, where);
  add(start, 'days' in length ? momentOf(wall.add(length), where) : start + length.milliseconds);
}

/** The wall times at which an event begins, besides those that were moved or left out. */
function wallsOf(event, start, length, away) {
  const rule = event.getFirstPropertyValue('rrule');
  const utc = (wall) => new Date(`${wall.toString({ smallestUnit: 'second' })}Z`);
  const margin = 2 * day + (length.milliseconds ?? length.days * day);
  const walls = rule
    ? repeats(rule, start, utc, new Date(from - margin), new Date(until + day))
    : [start.wall];
  const also = event
    .getAllProperties('rdate')
    .flatMap((property) =>
      property.getValues().map((value) => timeIn(property, value.start ?? value).wall),
    );
  return [...walls, ...also].filter((wall) => !away.has(wall.toString()));
}

/** What recurs by the minute or the second is nothing that anybody has to be at. */
function repeats(rule, start, utc, after, before) {
  if (['SECONDLY', 'MINUTELY'].includes(rule.freq)) return [];
  const options = rrule.RRule.parseString(rule.toString());
  // The rule runs on the wall; an end that is given in UTC is read there.
  if (rule.until?.zone === ICAL.Timezone.utcTimezone && typeof start.zone === 'string')
    options.until = utc(
      Temporal.Instant.fromEpochMilliseconds(rule.until.toUnixTime() * 1000)
        .toZonedDateTimeISO(start.zone)
        .toPlainDateTime(),
    );
  return new rrule.RRule({ ...options, dtstart: utc(start.wall) })
    .between(after, before, true)
    .map((date) => Temporal.PlainDateTime.from(date.toISOString().slice(0, 19)));
}

/** Whether an event keeps anybody from anything. */
const keepsBusy = (event) =>
  event.getFirstPropertyValue('transp') !== 'TRANSPARENT' &&
  event.getFirstPropertyValue('status') !== 'CANCELLED' &&
  !String(event.getFirstPropertyValue('uid') ?? '').endsWith(own);

function addEvent(event, exceptions) {
  const property = event.getFirstProperty('dtstart');
  if (!property || !keepsBusy(event)) return;
  const start = timeIn(property);
  const length = lengthOf(event, start);
  const left = event
    .getAllProperties('exdate')
    .flatMap((one) => one.getValues().map((value) => wallIn(timeIn(one, value), start.zone)));
  const moved = exceptions.map((one) => wallIn(timeIn(one), start.zone));
  const away = new Set([...left, ...moved].map(String));
  for (const wall of wallsOf(event, start, length, away)) addAt(wall, start.zone, length);
}

/** A wall time as it is read in another zone: exceptions may be given in UTC. */
function wallIn({ wall, zone: given, isDate }, wanted) {
  if (isDate || given === wanted || typeof wanted !== 'string') return wall;
  return Temporal.Instant.fromEpochMilliseconds(momentOf(wall, given))
    .toZonedDateTimeISO(wanted)
    .toPlainDateTime();
}

function read() {
  if (!/^\s*BEGIN:VCALENDAR/i.test(text.slice(0, 1000).replace(/^\uFEFF/, '')))
    throw notACalendar();
  const events = components('VEVENT');
  const uidOf = (event) => event.getFirstPropertyValue('uid');
  const exceptions = new Map();
  for (const event of events) {
    const property = event.getFirstProperty('recurrence-id');
    if (!property) continue;
    const ofEvent = exceptions.get(uidOf(event));
    if (ofEvent) ofEvent.push(property);
    else exceptions.set(uidOf(event), [property]);
  }
  for (const event of events)
    try {
      const isException = event.getFirstProperty('recurrence-id') !== null;
      addEvent(event, isException ? [] : (exceptions.get(uidOf(event)) ?? []));
    } catch (error) {
      if (error instanceof Refused) throw error;
    }
  for (const component of components('VFREEBUSY'))
    for (const property of component.getAllProperties('freebusy'))
      if ((property.getParameter('fbtype') ?? 'BUSY').toUpperCase() !== 'FREE')
        for (const period of property.getValues())
          add(period.start.toUnixTime() * 1000, period.getEnd().toUnixTime() * 1000);
}

try {
  read();
  parentPort.postMessage({ busy });
} catch (error) {
  if (!(error instanceof Refused)) throw error;
  parentPort.postMessage({ refused: error.message });
}
