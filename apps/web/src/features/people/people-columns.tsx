import { moneyWords } from '@plumgate/core/basics';
import type { ConditionChoices, PersonSummary } from '@plumgate/contract';
import { valueWords, type FieldValue } from '@plumgate/core/people';
import { Link } from 'react-router';
import type { LongColumn } from '../../ui/long-table.tsx';
import { Pill } from '../../ui/pill.tsx';
import { dayText } from '../../ui/when.ts';
import { nameOf } from './name-of.ts';

type Column = LongColumn<PersonSummary>;

const muted = 'truncate text-muted';

/** The columns that there are for everybody's people; a client's own fields follow them. */
const columns = (zone: string, currency: string): Column[] => [
  {
    id: 'contact',
    header: 'Contact',
    className: 'truncate',
    cell: ({ phone, email }) => (phone ? <PhoneLink phone={phone} /> : email),
  },
  {
    id: 'email',
    header: 'Email',
    className: 'truncate',
    wideOnly: true,
    cell: ({ email }) => email,
  },
  {
    id: 'phone',
    header: 'Phone',
    className: 'truncate',
    wideOnly: true,
    cell: ({ phone }) => phone && <PhoneLink phone={phone} />,
  },
  {
    id: 'tags',
    header: 'Tags',
    className: 'space-x-1 truncate',
    cell: ({ tags }) =>
      tags.map((tag) => (
        <Pill key={tag} tone="plum">
          {tag}
        </Pill>
      )),
  },
  {
    id: 'source',
    header: 'Source',
    wideOnly: true,
    className: 'truncate',
    sort: 'source',
    cell: ({ lastSource }) => lastSource,
  },
  {
    id: 'first-source',
    header: 'First source',
    wideOnly: true,
    className: 'truncate',
    cell: ({ source }) => source,
  },
  {
    id: 'assignee',
    header: 'Assigned to',
    wideOnly: true,
    className: 'truncate',
    sort: 'assignee',
    cell: ({ assigneeName }) => assigneeName ?? 'nobody',
  },
  {
    id: 'stage',
    header: 'Stage',
    wideOnly: true,
    className: 'truncate',
    sort: 'stage',
    cell: ({ stageName, lostReason }) => [stageName, lostReason].filter(Boolean).join(', '),
  },
  {
    id: 'value',
    header: 'Value',
    wideOnly: true,
    isNumber: true,
    sort: 'value',
    cell: ({ value }) => (value === null ? '' : moneyWords({ amount: value, currency }, 'en-US')),
  },
  {
    id: 'waiting',
    header: 'Waiting',
    wideOnly: true,
    cell: ({ touchedAt }) => (touchedAt ? '' : <Pill tone="honey">not called yet</Pill>),
  },
  {
    id: 'town',
    header: 'Town',
    wideOnly: true,
    className: 'truncate',
    sort: 'town',
    cell: ({ town }) => town,
  },
  {
    id: 'submissions',
    header: 'Forms sent',
    wideOnly: true,
    isNumber: true,
    sort: 'submissions',
    cell: ({ submissions }) => submissions,
  },
  {
    id: 'added',
    header: 'Added',
    wideOnly: true,
    className: muted,
    sort: 'added',
    cell: ({ addedAt }) => dayText(addedAt, zone).slice(4),
  },
  {
    id: 'seen',
    header: 'Last seen',
    wideOnly: true,
    className: muted,
    sort: 'seen',
    cell: ({ lastSeenAt }) => dayText(lastSeenAt, zone).slice(4),
  },
];

const PhoneLink = ({ phone }: { phone: string }) => (
  <a className="relative hover:underline" href={`tel:${phone.replace(/[^\d+]/g, '')}`}>
    {phone}
  </a>
);

/** Every column that can be chosen, each by its id: the common ones, and the client's own fields. */
export function columnsOf(
  { zone, currency }: { zone: string; currency: string },
  fields: ConditionChoices['fields'],
): Map<string, Column> {
  const own = fields.map(({ key, name }): Column => ({
    id: `field:${key}`,
    header: name,
    wideOnly: true,
    className: 'truncate',
    cell: ({ fields: values }) => {
      const value = values[key] as FieldValue | undefined;
      return value === undefined ? '' : valueWords(value, 'en-US');
    },
  }));
  return new Map([...columns(zone, currency), ...own].map((column) => [column.id, column]));
}

/** The name, which always comes first and leads to the record. */
export const nameColumn = (to: (person: PersonSummary) => string): Column => ({
  id: 'name',
  header: 'Name',
  className: 'truncate font-semibold',
  sort: 'name',
  cell: (person) => (
    <Link to={to(person)} className="after:absolute after:inset-0">
      {nameOf(person)}
    </Link>
  ),
});

/** The box by which somebody is ticked, to be changed with others; the one in the header ticks all that are here. */
export const tickColumn = ({
  isTicked,
  areAllTicked,
  onTick,
  onTickAll,
}: {
  isTicked: (id: PersonSummary['id']) => boolean;
  areAllTicked: boolean;
  onTick: (person: PersonSummary, isOn: boolean) => void;
  onTickAll: (isOn: boolean) => void;
}): Column => ({
  id: 'tick',
  wideOnly: true,
  className: 'w-12 !pr-0',
  header: <TickBox label="Tick all that are shown" checked={areAllTicked} onChange={onTickAll} />,
  cell: (person) => (
    <TickBox
      label={`Tick ${nameOf(person)}`}
      checked={isTicked(person.id)}
      onChange={(isOn) => onTick(person, isOn)}
    />
  ),
});

const TickBox = ({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (isOn: boolean) => void;
}) => (
  <input
    type="checkbox"
    aria-label={label}
    className="relative z-10 block size-4 accent-plum"
    checked={checked}
    onChange={(event) => onChange(event.target.checked)}
  />
);
