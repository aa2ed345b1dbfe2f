import {
  openAt,
  wallClock,
  weekdayIn,
  type OpenState,
  type WallMinute,
} from '@plumgate/core/opening/in-browser';

/** Says whether the client is open now, by the wall of their own zone. */
for (const place of document.querySelectorAll<HTMLElement>('[data-week]')) {
  const { zone, week, ahead, locale, said } = place.dataset;
  const wall = wallAt(zone!, Date.now() + Number(ahead ?? 0));
  const state = openAt(JSON.parse(week!) as never, wall);
  const words = JSON.parse(said!) as [string, string, string, string, string, string];
  place.querySelector('.now')!.textContent = sentence(state, wall, words, locale!);
  place.querySelectorAll('dt')[wall.day]?.classList.add('today');
}

function wallAt(zone: string, now: number): WallMinute {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(now);
  const part = (type: string) => parts.find((one) => one.type === type)!.value;
  return {
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
