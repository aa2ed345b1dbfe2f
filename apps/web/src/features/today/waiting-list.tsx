import { api, type ClientSummary, type WaitingPerson } from '@plumgate/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { CallLink } from '../../ui/call-link.tsx';
import { Pill } from '../../ui/pill.tsx';
import { useAct } from '../../ui/use-act.ts';
import { lengthText } from '../../ui/when.ts';
import { BookPerson } from '../bookings/add-booking.tsx';
import { nameOf } from '../people/name-of.ts';
import { LetGoDialog } from './let-go-dialog.tsx';
import { byText, overdueGroups } from './overdue.ts';

type Client = Pick<ClientSummary, 'id' | 'slug' | 'zone' | 'name'>;

/** Those to be answered in time first; who is overdue lies folded, by the day they wrote, and can be let go together. */
export function WaitingList({
  waiting,
  clients,
  now,
  zone,
}: {
  waiting: readonly WaitingPerson[];
  /** Whose people they may be; of more than one, each row says whose. */
  clients: readonly Client[];
  now: string;
  zone: string;
}) {
  const [letting, setLetting] = useState<readonly WaitingPerson[] | null>(null);
  const inTime = waiting.filter(({ promisedBy }) => promisedBy > now);
  const groups = overdueGroups(
    waiting.filter(({ promisedBy }) => promisedBy <= now),
    now,
    zone,
  );
  const rows = (people: readonly WaitingPerson[]) => (
    <ul className="grid gap-2">
      {people.map((person) => {
        const client = clients.find(({ id }) => id === person.clientId);
        return (
          client && (
            <Waiting
              key={person.id}
              person={person}
              client={client}
              now={now}
              saysClient={clients.length > 1}
              onLetGo={() => setLetting([person])}
            />
          )
        );
      })}
    </ul>
  );
  return (
    <div className="grid gap-3">
      {inTime.length > 0 && rows(inTime)}
      {groups.map(([name, people], index) => (
        <details key={name} open={inTime.length === 0 && index === 0}>
          <summary className="mb-2 cursor-pointer font-semibold text-brick">
            {name}{' '}
            <span className="font-normal text-muted tabular-nums">
              {people.length.toLocaleString('en-US')}
            </span>
          </summary>
          {rows(people)}
          {people.length > 1 && (
            <Button look="quiet" onClick={() => setLetting(people)}>
              Let these {people.length.toLocaleString('en-US')} go…
            </Button>
          )}
        </details>
      ))}
      {letting && <LetGoDialog people={letting} onClose={() => setLetting(null)} />}
    </div>
  );
}

function Waiting({
  person,
  client,
  now,
  saysClient,
  onLetGo,
}: {
  person: WaitingPerson;
  client: Client;
  now: string;
  saysClient: boolean;
  onLetGo: () => void;
}) {
  const act = useAct();
  const isLate = person.promisedBy <= now;
  const touch = (how: 'called' | 'no-answer') =>
    void act(async () => {
      await call(api.touchPerson, { params: { personId: person.id }, body: { how, note: '' } });
      return { said: `Noted: ${how === 'called' ? 'called' : 'called, no answer'}.` };
    });
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-card border border-line bg-sheet px-4 py-2.5">
      <div className="min-w-0 flex-1 basis-48">
        <Link className="font-semibold hover:underline" to={`/${client.slug}/people/${person.id}`}>
          {nameOf(person)}
        </Link>
        <p className="truncate text-xs text-muted">
          {[
            ...(saysClient ? [client.name] : []),
            ...(person.assigneeName ? [`with ${person.assigneeName}`] : []),
            `from ${person.source}`,
            ...person.tags,
          ].join(' · ')}
        </p>
      </div>
      <Pill tone={isLate ? 'brick' : 'honey'}>
        {isLate
          ? lengthText(person.waitingSince, now)
          : `answer by ${byText(person.promisedBy, now, client.zone)}`}
      </Pill>
      <div className="flex flex-wrap items-center gap-2">
        {person.phone ? (
          <CallLink phone={person.phone} />
        ) : (
          <a className="text-[13px] font-semibold text-plum-dark" href={`mailto:${person.email}`}>
            Write
          </a>
        )}
        <BookPerson clientId={client.id} person={{ id: person.id, name: nameOf(person) }} />
        <Button onClick={() => touch('called')}>Called</Button>
        <Button look="quiet" onClick={() => touch('no-answer')}>
          No answer
        </Button>
        <Button look="quiet" onClick={onLetGo}>
          Let go…
        </Button>
      </div>
    </li>
  );
}
