import { changeWords, shortDay, type ReportRow, type ReportSheet } from '@plumgate/core/reports';
import { shareText } from '@plumgate/core/results';
import { fewestForRate, wilson } from '@plumgate/core/statistics';

/** The month's figures, each with what it was before or with what chance leaves open. */
export function Numbers({
  sheet: { numbers, before },
  locale,
  money,
}: {
  sheet: ReportSheet;
  locale: string;
  money: (amount: number) => string;
}) {
  const { low, high } = wilson(numbers.converted, numbers.visitors);
  const figures: [name: string, value: string, note: string][] = [
    [
      'Visitors',
      numbers.visitors.toLocaleString(locale),
      changeWords(numbers.visitors, before.visitors, locale),
    ],
    [
      'Leads',
      numbers.leads.toLocaleString(locale),
      changeWords(numbers.leads, before.leads, locale),
    ],
    [
      'Became leads',
      numbers.visitors >= fewestForRate ? shareText(numbers.converted, numbers.visitors) : '–',
      numbers.visitors >= fewestForRate
        ? `between ${shareText(low, 1)} and ${shareText(high, 1)}, 95% sure`
        : 'too few visitors to say',
    ],
    [
      'Bookings',
      numbers.bookings.toLocaleString(locale),
      changeWords(numbers.bookings, before.bookings, locale),
    ],
    ['Came', numbers.came.toLocaleString(locale), changeWords(numbers.came, before.came, locale)],
    [
      'Won',
      numbers.won.toLocaleString(locale),
      numbers.value > 0
        ? `worth ${money(numbers.value)}`
        : changeWords(numbers.won, before.won, locale),
    ],
    ...(numbers.cost
      ? ([
          [
            'Spent on ads',
            money(numbers.cost),
            numbers.leads > 0
              ? `${money(Math.round(numbers.cost / numbers.leads))} for a lead`
              : 'no lead came of it',
          ],
        ] as [string, string, string][])
      : []),
  ];
  return (
    <div className="numbers">
      {figures.map(([name, value, note]) => (
        <p key={name}>
          {name}
          <b>{value}</b>
          <span className="quiet">{note}</span>
        </p>
      ))}
    </div>
  );
}

/** Where visitors came from, what they did and what that cost. */
export function Sources({
  rows,
  locale,
  money,
}: {
  rows: readonly ReportRow[];
  locale: string;
  money: (amount: number) => string;
}) {
  const hasCost = rows.some(({ cost }) => cost);
  return (
    <table>
      <Heads
        names={['Source', 'Visitors', 'Leads', 'Rate', 'Bookings', ...(hasCost ? ['Cost'] : [])]}
      />
      <tbody>
        {rows.map((row) => (
          <tr key={row.label}>
            <td>{row.label}</td>
            <td className="n">{row.visitors.toLocaleString(locale)}</td>
            <td className="n">{row.leads.toLocaleString(locale)}</td>
            <td className="n">{rateText(row)}</td>
            <td className="n wide">{row.bookings.toLocaleString(locale)}</td>
            {hasCost && <td className="n wide">{row.cost ? money(row.cost) : ''}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Of a page later in a funnel everybody has written before: what counts there is who sent its form. */
export function Pages({ rows, locale }: { rows: readonly ReportRow[]; locale: string }) {
  return (
    <table>
      <Heads names={['Page', 'Visitors', 'Sent a form', 'Rate']} />
      <tbody>
        {rows.map((row) => (
          <tr key={row.label}>
            <td>{row.label}</td>
            <td className="n">{row.visitors.toLocaleString(locale)}</td>
            <td className="n">{row.converted.toLocaleString(locale)}</td>
            <td className="n">{rateText(row)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The heads of a table of numbers; from the fifth on they have no room on a phone. */
const Heads = ({ names }: { names: readonly string[] }) => (
  <thead>
    <tr>
      {names.map((name, index) => (
        <th key={name} scope="col" className={index === 0 ? '' : index < 4 ? 'n' : 'n wide'}>
          {name}
        </th>
      ))}
    </tr>
  </thead>
);

const rateText = ({ visitors, converted }: ReportRow): string =>
  visitors >= fewestForRate ? shareText(converted, visitors) : '–';

/** Who wrote, as a report names them. */
export function Leads({
  sheet: { leads, moreLeads },
  locale,
}: {
  sheet: ReportSheet;
  locale: string;
}) {
  return (
    <>
      <table>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Who</th>
            <th scope="col">Came by</th>
            <th scope="col">Now</th>
          </tr>
        </thead>
        <tbody>
          {leads.map(({ day, name, source, stage }, index) => (
            <tr key={index}>
              <td>{shortDay(day, locale)}</td>
              <td>{name}</td>
              <td>{source}</td>
              <td>{stage}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {moreLeads > 0 && <p className="quiet">And {moreLeads.toLocaleString(locale)} more.</p>}
    </>
  );
}
