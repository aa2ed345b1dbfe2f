/** Minutes in the units people speak of: `11 min`, `1 h 40 min`, `2 days`. */
export function minuteWords(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  if (whole >= 2880) return `${Math.round(whole / 1440)} days`;
  return `${Math.floor(whole / 60)} h${whole % 60 > 0 ? ` ${whole % 60} min` : ''}`;
}
