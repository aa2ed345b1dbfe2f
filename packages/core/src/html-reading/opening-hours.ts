import { Week, type Span } from '../opening/index.ts';

/** What a line about opening hours is made of. */
type Token =
  | { is: 'day'; day: number }
  | { is: 'days'; days: number[] }
  | { is: 'time'; minute: number; half: 'am' | 'pm' | null }
  | { is: 'to' }
  | { is: 'and' }
  | { is: 'closed' }
  | { is: 'always' }
  | { is: 'other' };

/** The app's languages, in whose names days are known. */
const languages = ['en', 'es', 'fr', 'pt'];
const allDays = [0, 1, 2, 3, 4, 5, 6];
const minutesOfDay = 1440;

/** The names of days, long and short, lower case and without accents: `tue`, `martes`. Monday is 0. */
const dayNames: ReadonlyMap<string, number> = new Map([
  ...languages.flatMap((language) =>
    allDays.flatMap((day) => namesOf(language, day).map((name) => [name, day] as const)),
  ),
  ...(['mo', 'tu', 'we', 'th', 'fr', 'sa', 'su'] as const) // as schema.org writes them
    .map((name, day) => [name, day] as const),
  ...([
    ['tues', 1],
    ['weds', 2],
    ['thur', 3],
    ['thurs', 3],
  ] as const),
]);

function namesOf(language: string, day: number): string[] {
  // 5 January 1970 was a Monday.
  const date = new Date((day + 4) * 86_400_000);
  return (['long', 'short'] as const)
    .map((weekday) =>
      plain(new Intl.DateTimeFormat(language, { weekday, timeZone: 'UTC' }).format(date)).replace(
        /\.$/,
        '',
      ),
    )
    .flatMap((name) => [name, ...(language === 'en' ? [`${name}s`] : [])]);
}

function plain(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

const wordsOf: Record<string, Token> = {
  to: { is: 'to' },
  till: { is: 'to' },
  until: { is: 'to' },
  through: { is: 'to' },
  thru: { is: 'to' },
  a: { is: 'to' },
  as: { is: 'to' },
  and: { is: 'and' },
  y: { is: 'and' },
  et: { is: 'and' },
  e: { is: 'and' },
  closed: { is: 'closed' },
  cerrado: { is: 'closed' },
  ferme: { is: 'closed' },
  fechado: { is: 'closed' },
  noon: { is: 'time', minute: 720, half: 'pm' },
  midnight: { is: 'time', minute: minutesOfDay, half: 'pm' },
  weekdays: { is: 'days', days: [0, 1, 2, 3, 4] },
  weekends: { is: 'days', days: [5, 6] },
  daily: { is: 'days', days: allDays },
};

/**
 * The opening hours that lines of text tell, such as `Mon–Fri 8am–5pm`, `Tuesday: 9:00 – 12:30 and 14:00 – 18:00`,
 * `Sat closed` or schema.org's `Mo,We-Fr 09:00-17:00`; null where none tells any. What
 * overlaps earlier hours of the same day is left out. Where only the end of a span says AM or PM, its begin is the nearest before it;
 * where neither does and the end is not after the begin, it is in the afternoon (common practice, no source).
 */
export function hoursInText(lines: readonly string[]): Week | null {
  const week: Span[][] = allDays.map(() => []);
  for (const line of joinedDays(lines))
    for (const { days, spans } of statements(tokensOf(line)))
      for (const day of days) for (const span of spans) add(week, day, span.from, span.to);
  return asWeek(week);
}

/** A day alone on its line belongs to the next line: days and times often stand below each other. */
function joinedDays(lines: readonly string[]): string[] {
  const joined: string[] = [];
  let waiting = '';
  for (const line of lines) {
    const tokens = tokensOf(line).filter(({ is }) => is !== 'other');
    const saysDays = tokens.some(({ is }) => is === 'day' || is === 'days');
    const saysTimes = tokens.some(({ is }) => is === 'time' || is === 'closed' || is === 'always');
    if (saysDays && !saysTimes && line.length < 60) waiting = `${waiting} ${line}`;
    else if (saysTimes && !saysDays && waiting && line.length < 60) {
      joined.push(`${waiting} ${line}`);
      waiting = '';
    } else {
      joined.push(line);
      waiting = '';
    }
  }
  return joined;
}

const pieces =
  /24\s*(?:hours|hrs|\/\s*7)|every\s*day|\d{3,}|\d{1,2}(?:[:.]\d{2}|h(?:\d{2})?)?\s*(?:[ap]\.?\s?m\b\.?)?|\p{L}+\.?|[-–—−]|[,;&+/]|[^\s:]/giu;

function tokensOf(line: string): Token[] {
  return (plain(line).match(pieces) ?? []).map(tokenOf);
}

function tokenOf(piece: string): Token {
  if (/^24/.test(piece) && /h|\//.test(piece) && !/:/.test(piece)) return { is: 'always' };
  if (/^every/.test(piece)) return { is: 'days', days: allDays };
  if (/^[-–—−]$/.test(piece)) return { is: 'to' };
  if (/^[,&+/]$/.test(piece)) return { is: 'and' };
  if (/^\d{3}/.test(piece)) return { is: 'other' };
  const time = /^(\d{1,2})(?:[:.h](\d{2}))?h?\s*([ap])?/.exec(piece);
  if (time) return timeOf(Number(time[1]), Number(time[2] ?? 0), time[3]);
  const word = piece.replace(/\.$/, '');
  const day = dayNames.get(word);
  if (day !== undefined) return { is: 'day', day };
  return wordsOf[word] ?? { is: 'other' };
}

function timeOf(hour: number, minute: number, half: string | undefined): Token {
  if (hour > 24 || minute > 59 || (half && (hour < 1 || hour > 12))) return { is: 'other' };
  const inDay = half ? (hour % 12) + (half === 'p' ? 12 : 0) : hour;
  return {
    is: 'time',
    minute: inDay * 60 + minute,
    half: half ? (half === 'p' ? 'pm' : 'am') : null,
  };
}

interface Statement {
  days: number[];
  spans: { from: number; to: number }[];
}

/** Days and the spans that follow them, again and again. */
function statements(tokens: Token[]): Statement[] {
  const told: Statement[] = [];
  let days: number[] = [];
  let lastDay: number | null = null;
  let isRange = false;
  let isAfterSpans = false;
  const mention = (mentioned: number[], until?: number) => {
    if (isAfterSpans) days = [];
    isAfterSpans = false;
    days.push(...mentioned);
    lastDay = until ?? null;
  };
  for (let at = 0; at < tokens.length; at++) {
    const token = tokens[at]!;
    const span = spanAt(tokens, at);
    if (token.is === 'day') {
      const range =
        isRange && lastDay !== null && !isAfterSpans ? between(lastDay, token.day) : [token.day];
      mention(range, token.day);
    } else if (token.is === 'days') mention(token.days);
    else if (span && days.length > 0) {
      told.push({ days: [...days], spans: [span] });
      isAfterSpans = true;
      at += 2;
    } else if (token.is === 'always' && days.length > 0) {
      told.push({ days: [...days], spans: [{ from: 0, to: minutesOfDay }] });
      isAfterSpans = true;
    } else if (token.is === 'closed') isAfterSpans = true;
    isRange = token.is === 'to';
  }
  return told;
}

/** The days from one to another, over the week's end where it lies between: Friday to Monday is four. */
function between(from: number, to: number): number[] {
  return Array.from({ length: ((to - from + 7) % 7) + 1 }, (_, ahead) => (from + ahead) % 7);
}

function spanAt(tokens: Token[], at: number): { from: number; to: number } | null {
  const [from, to, until] = tokens.slice(at, at + 3);
  if (from?.is !== 'time' || to?.is !== 'to' || until?.is !== 'time') return null;
  if (until.half && !from.half && from.minute < 720) {
    const inAfternoon = from.minute + 720;
    const isNearer = until.half === 'pm' && inAfternoon < until.minute;
    return { from: isNearer ? inAfternoon : from.minute, to: until.minute };
  }
  const isBothPlain = !from.half && !until.half;
  const to12 = isBothPlain && until.minute <= from.minute && until.minute < 720 ? 720 : 0;
  return { from: from.minute, to: until.minute + to12 };
}

/** Adds minutes of a day to a week; what goes on after midnight belongs to the next day. */
export function add(week: Span[][], day: number, from: number, to: number): void {
  if (from >= minutesOfDay) return;
  if (to <= from) {
    if (to > 0) add(week, (day + 1) % 7, 0, to);
    add(week, day, from, minutesOfDay);
    return;
  }
  // 23:59 is how many write the end of a day.
  const until = to === minutesOfDay - 1 ? minutesOfDay : to;
  const span = { from: clock(from), to: clock(until) };
  const spans = week[day]!;
  if (spans.some((one) => one.from < span.to && span.from < one.to)) return;
  spans.push(span);
  spans.sort((a, b) => a.from.localeCompare(b.from));
}

const clock = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

/** A week with any hours that can be kept as one; null for any other. */
export function asWeek(week: Span[][]): Week | null {
  const read = Week.safeParse(week);
  return read.success && read.data.some((spans) => spans.length > 0) ? read.data : null;
}
