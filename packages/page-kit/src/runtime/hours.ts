import { openAt, wallClock, weekdayIn, type WallMinute } from '@plumgate/core/opening';

/** Says whether the client is open now, by the wall of their own zone. */
for (const place of document.querySelectorAll<HTMLElement>('[data-week]')) {
  const { zone, week, ahead, locale, said } = place.dataset;
  const wall = wallAt(zone!, Date.now() + Number(ahead ?? 0));
  const state = openAt(JSON.parse(week!) as never, wall);
  const [openUntil, opensAt, opensOn] = JSON.parse(said!) as [string, string, string];
  const next = state.open ? state.until : state.opens;
  if (next) {
    const isToday = next.day === wall.day && next.minute > wall.minute;
    place.querySelector('.now')!.textContent = (
      state.open ? openUntil : isToday ? opensAt : opensOn
    )
      .replace('{day}', weekdayIn(locale!, next.day))
      .replace('{time}', wallClock(next.minute, locale!, true));
  }
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
