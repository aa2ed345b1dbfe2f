/** Moments as people read them, in the client's zone. */
const formatter = (zone: string, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-US', { timeZone: zone, ...options });

/** `Thu 5 Nov, 09:12`: the day first, 24 hours. */
export function whenText(at: string, zone: string): string {
  return `${dayText(at, zone)}, ${timeText(at, zone)}`;
}

export function dayText(at: string, zone: string): string {
  const parts = Object.fromEntries(
    formatter(zone, { weekday: 'short', day: 'numeric', month: 'short' })
      .formatToParts(new Date(at))
      .map(({ type, value }) => [type, value]),
  );
  return `${parts.weekday} ${parts.day} ${parts.month}`;
}

export const timeText = (at: string, zone: string) =>
  formatter(zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(new Date(at));
