import { openAt, type WallMinute } from '@plumgate/core/opening';

const days = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** Says whether the client is open now, by the wall of their own zone. */
for (const place of document.querySelectorAll<HTMLElement>('[data-week]')) {
  const wall = wallAt(place.dataset.zone!, Date.now() + Number(place.dataset.ahead ?? 0));
  const state = openAt(JSON.parse(place.dataset.week!) as never, wall);
  const words = place.querySelector('.now')!;
  if (state.open) words.textContent = `Open now, until ${clock(state.until.minute)}`;
  else if (state.opens)
    words.textContent = `Closed now, opens ${state.opens.day === wall.day && state.opens.minute > wall.minute ? 'at' : `${days[state.opens.day]} at`} ${clock(state.opens.minute)}`;
  place.querySelectorAll('dt')[wall.day]?.classList.add('today');
}

function wallAt(zone: string, now: number): WallMinute {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'long',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(now);
  const part = (type: string) => parts.find((one) => one.type === type)!.value;
  return {
    day: days.indexOf(part('weekday')),
    minute: Number(part('hour')) * 60 + Number(part('minute')),
  };
}

function clock(minute: number): string {
  const hour = Math.floor(minute / 60);
  const past = minute % 60;
  return `${hour % 12 || 12}${past ? `:${String(past).padStart(2, '0')}` : ''} ${hour % 24 < 12 ? 'AM' : 'PM'}`;
}
