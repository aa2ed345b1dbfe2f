import { consentPurposes } from '@plumgate/core/basics';
import {
  api,
  roleMay,
  type ConditionChoices,
  type PersonRecord,
  type TimelineEntry,
} from '@plumgate/contract';
import { Download, Trash2, X } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll, useSession } from '../../api/hooks.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { BookPerson } from '../bookings/add-booking.tsx';
import { bookingAddress } from '../bookings/booking-address.ts';
import { BookingPill } from '../bookings/booking-pill.tsx';
import { CallLink } from '../../ui/call-link.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dateText, whenText } from '../../ui/when.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { AlsoGiven } from './also-given.tsx';
import { foldedHistory } from './folded-history.ts';
import { nameOf } from './name-of.ts';
import { PersonAhead } from './person-ahead.tsx';
import { PersonDetails } from './person-details.tsx';
import { PersonFields } from './person-fields.tsx';
import { PersonStanding } from './person-standing.tsx';
import { PersonTasks } from './person-tasks.tsx';
import { SentFiles } from './sent-files.tsx';
import { SamePerson } from './same-person.tsx';
import { WriteToPerson } from './write-to-person.tsx';

/** One person: how to reach them, what is coming up, and everything that happened. */
export function PersonDrawer({
  personId,
  zone,
  choices,
  backTo,
}: {
  personId: string;
  zone: string;
  /** What a person can be given: stages, tags, somebody who looks after them. */
  choices: ConditionChoices;
  backTo: string;
}) {
  const person = useEndpoint(api.getPerson, { params: { personId } }, { refetchInterval: 15_000 });
  return (
    <aside
      aria-label="Person"
      className="relative w-[400px] shrink-0 overflow-auto border-l border-line bg-sheet max-lg:w-full max-lg:border-0"
    >
      <Link
        to={backTo}
        aria-label="Close"
        className="absolute top-3 right-3 grid size-7 place-items-center rounded-control text-muted hover:bg-plum-tint"
      >
        <X className="size-4" aria-hidden />
      </Link>
      {person.isError ? (
        <Failed error={person.error} again={() => void person.refetch()} />
      ) : person.data ? (
        <Record {...{ zone, choices, backTo }} person={person.data} />
      ) : (
        <Skeleton />
      )}
    </aside>
  );
}

/** The language they read in and the zone they are in, and whether they are to be erased. */
function Habits({ person }: { person: PersonRecord }) {
  const act = useAct();
  const { language, zone, eraseAt } = person;
  const habits = [
    language && new Intl.DisplayNames('en', { type: 'language' }).of(language),
    zone && zone.replaceAll('_', ' '),
  ].filter(Boolean);
  return (
    <>
      {habits.length > 0 && <p className="text-xs text-muted">{habits.join(' · ')}</p>}
      {eraseAt && (
        <p className="mt-2 flex flex-wrap items-center gap-2 rounded-control bg-honey-tint px-2.5 py-1.5 text-xs">
          To be erased or made anonymous on {dateText(eraseAt, zone || 'UTC')}: nobody has been in
          touch for long.
          <Button
            size="small"
            onClick={() =>
              void act(async () => {
                await call(api.keepPerson, { params: { personId: person.id } });
                return { said: 'The record stays.' };
              })
            }
          >
            Keep
          </Button>
        </p>
      )}
    </>
  );
}

function Record({
  person,
  zone,
  choices,
  backTo,
}: {
  person: PersonRecord;
  zone: string;
  choices: ConditionChoices;
  backTo: string;
}) {
  return (
    <div className="grid gap-4 p-5">
      <div>
        <h2 className="pr-8 text-xl break-words">{nameOf(person)}</h2>
        <p className="text-muted break-words">
          {[person.email, person.phone].filter(Boolean).join(' · ')}
        </p>
        <p className="mt-1 text-muted">
          Source: {person.source}
          {person.lastSource !== person.source && `, last ${person.lastSource}`} ·{' '}
          {person.submissions} {person.submissions === 1 ? 'submission' : 'submissions'}
        </p>
        <Habits person={person} />
      </div>
      <PersonStanding person={person} choices={choices} />
      <div className="flex flex-wrap items-center gap-2">
        {person.phone && <CallLink phone={person.phone}>Call {person.phone}</CallLink>}
        <BookPerson
          clientId={person.clientId}
          person={{ id: person.id, name: nameOf(person) }}
          look={person.phone ? 'plain' : 'main'}
        />
        <WriteToPerson person={person} />
      </div>
      <ul className="flex flex-wrap gap-1 empty:hidden">
        {reachWords
          .filter(([key, shown]) => person.reach[key] === shown)
          .map(([key, , words]) => (
            <li key={key}>
              <Pill tone={key === 'textConsent' ? 'leaf' : 'brick'}>{words}</Pill>
            </li>
          ))}
        {person.reach.choices.map((words) => (
          <li key={words}>
            <Pill tone="honey">{words}</Pill>
          </li>
        ))}
      </ul>
      <Answers timeline={person.timeline} zone={zone} />
      <SamePerson person={person} zone={zone} listAddress={backTo} />
      <PersonDetails person={person} zone={zone} />
      <PersonFields person={person} zone={zone} />
      <SentFiles files={person.files} zone={zone} />
      {person.alsoGiven.length > 0 && <AlsoGiven person={person} zone={zone} />}
      <Touch person={person} />
      <PersonTasks {...{ person, choices, zone }} />
      {person.bookings.length > 0 && (
        <section>
          <h3 className="mb-2">Bookings</h3>
          <ul className="grid gap-1">
            {person.bookings.map((booking) => (
              <li key={booking.id} className="flex items-center gap-2">
                <Link
                  className="min-w-0 flex-1 truncate hover:underline"
                  to={bookingAddress(backTo.split('/')[1]!, booking, zone)}
                >
                  <b className="font-semibold tabular-nums">{whenText(booking.startsAt, zone)}</b> ·{' '}
                  {booking.calendarName}
                </Link>
                <BookingPill state={booking.state} />
              </li>
            ))}
          </ul>
        </section>
      )}
      <PersonAhead {...{ person, zone }} />
      {person.consents.length > 0 && (
        <section>
          <h3 className="mb-2">Consents</h3>
          <ul className="grid gap-2">
            {person.consents.map((consent) => (
              <li key={consent.givenAt + consent.words} className="break-words">
                “{consent.words}”
                <span className="block text-xs text-muted">
                  {consentPurposes[consent.purpose]} · {whenText(consent.givenAt, zone)}, on{' '}
                  {consent.page}
                  {consent.isUnconfirmed && ' · not confirmed yet'}
                  {consent.withdrawnAt && ` · withdrawn ${whenText(consent.withdrawnAt, zone)}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h3 className="mb-2">History</h3>
        <ol className="grid gap-3 border-l-2 border-line pl-4">
          {foldedHistory(person.timeline).map((item, index) =>
            'folded' in item ? (
              <Folded key={index} entries={item.folded} zone={zone} />
            ) : (
              <Happened key={index} entry={item.entry} zone={zone} />
            ),
          )}
        </ol>
      </section>
      <div className="flex flex-wrap gap-2">
        <LinkButton isFile to={`/api/people/${person.id}/data.zip`}>
          <Download className="size-4" aria-hidden /> All their data
        </LinkButton>
        <DeletePerson person={person} backTo={backTo} />
      </div>
    </div>
  );
}

/** Shown to those who may use the bin; a front desk may not. */
function DeletePerson({ person, backTo }: { person: PersonRecord; backTo: string }) {
  const { remove, removal } = useRemoval();
  const navigate = useNavigate();
  const role = useSession().data?.user.role;
  if (!role || !roleMay(role, 'bin.use')) return null;
  return (
    <>
      <Button
        className="w-fit"
        onClick={() =>
          void remove({
            kind: 'person',
            id: person.id,
            does: () => call(api.removePerson, { params: { personId: person.id } }),
            after: () => navigate(backTo),
          })
        }
      >
        <Trash2 className="size-4" aria-hidden /> Delete
      </Button>
      {removal}
    </>
  );
}

const marks = {
  form: 'border-leaf',
  tag: 'border-plum',
  owner: 'border-plum',
  stage: 'border-leaf',
  sequence: 'border-tide',
  message: 'border-tide',
  notice: 'border-honey',
  booking: 'border-leaf',
  reply: 'border-leaf',
  touch: 'border-plum',
  trouble: 'border-brick',
  visit: 'border-line',
} as const;

/** What they last sent, before everything that happened because of it. */
function Answers({ timeline, zone }: { timeline: TimelineEntry[]; zone: string }) {
  const last = timeline.find(({ answers }) => answers.length > 0);
  if (!last) return null;
  return (
    <section>
      <h3 className="mb-2">
        What they sent{' '}
        <span className="font-sans text-xs font-normal text-muted">{whenText(last.at, zone)}</span>
      </h3>
      <AnswerList answers={last.answers} />
    </section>
  );
}

function Folded({ entries, zone }: { entries: TimelineEntry[]; zone: string }) {
  return (
    <li>
      <details>
        <summary className="cursor-pointer text-xs text-muted">
          {entries.length} automatic steps
        </summary>
        <ol className="mt-3 grid gap-3">
          {entries.map((entry, index) => (
            <Happened key={index} entry={entry} zone={zone} />
          ))}
        </ol>
      </details>
    </li>
  );
}

const reachWords: [Exclude<keyof PersonRecord['reach'], 'choices'>, boolean, string][] = [
  ['mailRefused', true, 'Their mail host refuses mail to this address'],
  ['unsubscribed', true, 'Unsubscribed from email'],
  ['suppressed', true, 'On the list of addresses that get no mail'],
  ['textConsent', true, 'Agreed to texts'],
];

/** That somebody called or wrote, with a line about it. */
function Touch({ person }: { person: PersonRecord }) {
  const [note, setNote] = useState('');
  const refresh = useRefreshAll();
  const touch = async (how: 'called' | 'no-answer' | 'wrote') => {
    try {
      await call(api.touchPerson, { params: { personId: person.id }, body: { how, note } });
      setNote('');
      await refresh();
      toast('Saved.');
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <section className="grid gap-2">
      <input
        aria-label="A line about the call"
        placeholder="Note"
        maxLength={1000}
        className="h-9 rounded-control border border-strong-line bg-sheet px-3"
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => void touch('called')}>Called</Button>
        <Button onClick={() => void touch('no-answer')}>No answer</Button>
        <Button onClick={() => void touch('wrote')}>Wrote</Button>
      </div>
    </section>
  );
}

function Happened({ entry, zone }: { entry: TimelineEntry; zone: string }) {
  return (
    <li className="relative">
      <span
        aria-hidden
        className={`absolute top-1 -left-[22px] size-2.5 rounded-full border-2 bg-sheet ${marks[entry.kind]}`}
      />
      <p className="break-words">{entry.text}</p>
      <p className="text-xs text-muted">
        {[whenText(entry.at, zone), entry.note].filter(Boolean).join(' · ')}
      </p>
      {entry.answers.length > 0 && <AnswerList answers={entry.answers} />}
    </li>
  );
}

function AnswerList({ answers }: Pick<TimelineEntry, 'answers'>) {
  return (
    <dl className="mt-1.5 grid gap-1 rounded-control bg-paper px-3 py-2">
      {answers.map(({ question, answer }) => (
        <div key={question}>
          <dt className="text-xs text-muted">{question}</dt>
          <dd className="break-words whitespace-pre-line">{answer}</dd>
        </div>
      ))}
    </dl>
  );
}
