import {
  closedOn,
  openAt,
  weekFrom,
  wallClock,
  weekdayIn,
  type ClosedSpan,
  type OpenState,
  type Week,
  type WallMinute,
} from '@plumgate/core/opening/in-browser';

/** Says whether the client is open now, by the wall of their own zone and with their days off. */
for (const place of document.querySelectorAll<HTMLElement>('[data-week]')) {
  const { zone, week, closed, ahead, locale, said } = place.dataset;
  const wall = wallAt(zone!, Date.now() + Number(ahead ?? 0));
  const off = JSON.parse(closed ?? '[]') as ClosedSpan[];
  const state = openAt(weekFrom(JSON.parse(week!) as Week, off, wall.date), wall);
  const words = JSON.parse(said!) as string[];
  const today = closedOn(off, wall.date);
  place.querySelector('.now')!.textContent = today
    ? [words[6], today.name].filter(Boolean).join(': ')
    : sentence(state, wall, words, locale!);
  place.querySelectorAll('dt')[wall.day]?.classList.add('today');
}

function wallAt(zone: string, now: number): WallMinute & { date: string } {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    weekday: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(now);
  const part = (type: string) => parts.find((one) => one.type === type)!.value;
  return {
    date: ['year', 'month', 'day'].map(part).join('-'),
    day: 'MonTueWedThuFriSatSun'.indexOf(part('weekday')) / 3,
    minute: Number(part('hour')) * 60 + Number(part('minute')),
  };
}

function sentence(
  state: OpenState,
  now: WallMinute,
  [open, openUntil, openUntilOn, opensAt, opensOn, midnight]: string[],
  locale: string,
): string {
  const then = state.open ? state.until : state.opens;
  if (!then) return state.open ? open! : '';
  // Midnight belongs to the day that ends with it.
  const isTonight = state.open && then.minute === 0 && then.day === (now.day + 1) % 7;
  const isToday = isTonight || (then.day === now.day && then.minute > now.minute);
  const words = state.open ? (isToday ? openUntil : openUntilOn) : isToday ? opensAt : opensOn;
  return words!
    .replace('{day}', weekdayIn(locale, then.day))
    .replace('{time}', isTonight ? midnight! : wallClock(then.minute, locale, true));
}
