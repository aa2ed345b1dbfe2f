import { hoursInText } from './index.ts';

/** A week in a line: the days with hours, in the order of the week. */
const short = (lines: string[]) =>
  hoursInText(lines)
    ?.flatMap((spans, day) =>
      spans.length > 0
        ? [
            `${'Mo Tu We Th Fr Sa Su'.split(' ')[day]} ${spans.map(({ from, to }) => `${from}-${to}`).join(' ')}`,
          ]
        : [],
    )
    .join(', ') ?? null;

const five = (hours: string) =>
  ['Mo', 'Tu', 'We', 'Th', 'Fr'].map((day) => `${day} ${hours}`).join(', ');

it.each<[string, string[], string | null]>([
  // schema.org's own examples of `openingHours` (https://schema.org/openingHours, from memory).
  [
    'schema.org, one day with two spans',
    ['Mo-Fr 09:00-12:00', 'Mo-Fr 14:00-17:00'],
    five('09:00-12:00 14:00-17:00'),
  ],
  ['schema.org, a list of days', ['Tu,Th 16:00-20:00'], 'Tu 16:00-20:00, Th 16:00-20:00'],
  ['schema.org, late hours', ['Fr-Sa 17:00-22:00'], 'Fr 17:00-22:00, Sa 17:00-22:00'],
  ['AM and PM', ['Mon–Fri 8am–5pm'], five('08:00-17:00')],
  ['points and spaces', ['Monday - Friday: 8:30 a.m. - 5 p.m.'], five('08:30-17:00')],
  ['only the end says PM', ['Wed 8-5pm', 'Thu 1-5pm'], 'We 08:00-17:00, Th 13:00-17:00'],
  ['neither says it', ['Mon 9-5'], 'Mo 09:00-17:00'],
  ['noon and midnight', ['Sat 8 am – noon; Sun 6pm to midnight'], 'Sa 08:00-12:00, Su 18:00-24:00'],
  ['a pause', ['Tuesday 9:00 – 12:30 and 14:00 – 18:00'], 'Tu 09:00-12:30 14:00-18:00'],
  [
    'several days in a line',
    ['Mon-Thu 7am-4pm, Fri 7am-1pm, Sat & Sun closed'],
    'Mo 07:00-16:00, Tu 07:00-16:00, We 07:00-16:00, Th 07:00-16:00, Fr 07:00-13:00',
  ],
  ['weekdays', ['Weekdays 10 to 6'], five('10:00-18:00')],
  [
    'over the week’s end',
    ['Sat-Mon 10:00-16:00'],
    'Mo 10:00-16:00, Sa 10:00-16:00, Su 10:00-16:00',
  ],
  ['past midnight', ['Fri 8pm-2am'], 'Fr 20:00-24:00, Sa 00:00-02:00'],
  [
    'all day',
    ['Every day: 24 hours'],
    ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'].map((day) => `${day} 00:00-24:00`).join(', '),
  ],
  [
    'day and time below each other',
    ['Monday', '9:00 AM - 5:00 PM', 'Tuesday', 'Closed'],
    'Mo 09:00-17:00',
  ],
  ['Spanish', ['Lunes a viernes: 9:00 - 14:00'], five('09:00-14:00')],
  ['French', ['Mardi, jeudi 9h - 12h30'], 'Tu 09:00-12:30, Th 09:00-12:30'],
  ['a phone number is no time', ['Call Mon to Fri (207) 555-0112'], null],
  ['no day, no hours', ['Open 9-5'], null],
  ['a day without hours', ['Free guide every Monday'], null],
  ['nothing', [], null],
])('%s', (_what, lines, expected) => expect(short(lines)).toBe(expected));
