import { messageStateWords } from '@plumgate/core/messages';
import { api, type ClientSummary, type SetOff, type SubmissionView } from '@plumgate/contract';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { Dialog } from '../../ui/dialog.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { whenText } from '../../ui/when.ts';
import { answerText } from './answer-text.ts';

/** When a submission came; a press shows its answers and what it set off. */
export function SetOffButton({
  submission,
  client,
}: {
  submission: SubmissionView;
  client: ClientSummary;
}) {
  const [isOpen, setOpen] = useState(false);
  const when = whenText(submission.receivedAt, client.zone);
  return (
    <>
      <button
        type="button"
        className="cursor-pointer text-left hover:text-plum-dark hover:underline"
        aria-label={`${when}: what ${submission.person || 'it'} set off`}
        onClick={() => setOpen(true)}
      >
        {when}
      </button>
      {isOpen && (
        <Dialog
          title={submission.person || submission.form}
          width="w-[560px]"
          onClose={() => setOpen(false)}
        >
          <Whole submission={submission} client={client} />
        </Dialog>
      )}
    </>
  );
}

function Whole({ submission, client }: { submission: SubmissionView; client: ClientSummary }) {
  const { id, form, page, source, answers } = submission;
  const asked = useEndpoint(api.getSetOff, { params: { receivedId: id } });
  return (
    <div className="grid gap-5">
      <p className="text-muted">
        “{form}” on {page} · {sourceWords(source)}
      </p>
      <Part title="Answers">
        <dl className="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)] gap-x-4 gap-y-1">
          {answers.map((answer) => (
            <div key={answer.key} className="contents">
              <dt className="break-words text-muted">{answer.label}</dt>
              <dd className="break-words whitespace-pre-line">{answerText(answer)}</dd>
            </div>
          ))}
        </dl>
      </Part>
      {asked.isError ? (
        <Failed error={asked.error} again={() => void asked.refetch()} />
      ) : asked.data ? (
        <WhatFollowed setOff={asked.data} client={client} />
      ) : (
        <Skeleton lines={4} />
      )}
    </div>
  );
}

const sourceWords = ({ first, last }: SubmissionView['source']): string =>
  first === last ? `from ${last}` : `from ${last}, first from ${first}`;

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="grid gap-1.5">
      <h3 className="text-sm font-semibold">{title}</h3>
      {children}
    </section>
  );
}

const None = ({ children }: { children: ReactNode }) => <p className="text-muted">{children}</p>;

function WhatFollowed({ setOff, client }: { setOff: SetOff; client: ClientSummary }) {
  const { isChange, matched, missed, bookings, sequences, messages } = setOff;
  return (
    <>
      <Part title="Rules">
        {isChange ? (
          <None>Changed answers of an earlier submission: rules did not run again.</None>
        ) : matched.length + missed.length === 0 ? (
          <None>No rule was on.</None>
        ) : (
          <ul className="grid gap-1">
            {matched.map((name) => (
              <li key={name}>
                <Pill tone="plum">Matched</Pill> {name}
              </li>
            ))}
            {missed.map(({ name, why }) => (
              <li key={name} className="break-words">
                <Pill>Did not match</Pill> {name}. <span className="text-muted">{why}</span>
              </li>
            ))}
          </ul>
        )}
      </Part>
      {bookings.length > 0 && (
        <Part title="Booking">
          <ul>
            {bookings.map(({ calendar, startsAt, zone, state }) => (
              <li key={startsAt}>
                {calendar}, {whenText(startsAt, zone)} · {bookingStates[state]}
              </li>
            ))}
          </ul>
        </Part>
      )}
      {sequences.length > 0 && (
        <Part title="Sequences">
          <ul>
            {sequences.map(({ id, name, state }) => (
              <li key={id}>
                <Link
                  className="hover:text-plum-dark hover:underline"
                  to={`/${client.slug}/follow-up/${id}`}
                >
                  {name}
                </Link>{' '}
                · {runStates[state]}
              </li>
            ))}
          </ul>
        </Part>
      )}
      <Part title="Messages">
        {messages.length === 0 ? (
          <None>None were sent or planned.</None>
        ) : (
          <ul className="grid gap-1">
            {messages.map(({ id, kind, to, title, state, why, at }) => (
              <li key={id} className="break-words">
                {kind === 'email' ? 'Email' : 'Text'} “{title}” to {to} ·{' '}
                <span className="text-muted">
                  {messageStateWords[state].toLowerCase()} {whenText(at, client.zone)}
                  {why && `: ${why}`}
                </span>
              </li>
            ))}
          </ul>
        )}
      </Part>
    </>
  );
}

const bookingStates = {
  booked: 'booked',
  came: 'attended',
  missed: 'missed',
  cancelled: 'canceled',
};
const runStates = { running: 'running', finished: 'finished', ended: 'ended' };
