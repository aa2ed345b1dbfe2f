import { messageStateWords } from '@plumgate/core/messages';
import type { ConversationMessage } from '@plumgate/contract';
import { Paperclip } from 'lucide-react';
import { useLayoutEffect, useRef, useState } from 'react';
import { Pill } from '../../ui/pill.tsx';
import { dayText, timeText } from '../../ui/when.ts';
import { sizeText, uploadAddress } from '../people/sent-files.tsx';
import { wayIcons, wayWords } from './way-icons.ts';

/** The days and messages of a conversation along a line of time, the newest at the bottom. */
export function ConversationLines({
  messages,
  name,
  zone,
}: {
  messages: readonly ConversationMessage[];
  /** What to call the person. */
  name: string;
  zone: string;
}) {
  const list = useRef<HTMLDivElement>(null);
  const newest = messages.at(-1)?.id;
  useLayoutEffect(() => {
    const element = list.current;
    if (element) element.scrollTop = element.scrollHeight;
  }, [newest]);
  return (
    <div
      ref={list}
      tabIndex={0}
      aria-label="What was written"
      role="region"
      className="min-h-0 flex-1 overflow-auto px-6 py-4 max-md:px-4"
    >
      {messages.length === 0 && <p className="text-muted">Nothing has been written yet.</p>}
      <ol className="mx-auto grid max-w-3xl">
        {messages.map((message, index) => {
          const day = dayText(message.at, zone);
          const before = messages[index - 1];
          return (
            <li key={message.id}>
              {(!before || dayText(before.at, zone) !== day) && (
                <h3 className="ml-[72px] border-l-2 border-line py-2 pl-4 font-sans text-xs font-semibold text-muted max-md:ml-0">
                  {day}
                </h3>
              )}
              <Line message={message} name={name} zone={zone} />
            </li>
          );
        })}
      </ol>
    </div>
  );
}

function Line({
  message,
  name,
  zone,
}: {
  message: ConversationMessage;
  name: string;
  zone: string;
}) {
  const { isTheirs, kind, at } = message;
  const Icon = wayIcons[kind];
  return (
    <div className="grid grid-cols-[72px_16px_minmax(0,1fr)] max-md:grid-cols-[16px_minmax(0,1fr)]">
      <time
        dateTime={at}
        className="pt-1 pr-3 text-right text-xs text-muted tabular-nums max-md:hidden"
      >
        {timeText(at, zone)}
      </time>
      <span className="relative border-l-2 border-line" aria-hidden>
        <span
          className={`absolute top-2 -left-[6px] size-2.5 rounded-full border-2 ${isTheirs ? 'border-leaf bg-leaf' : 'border-tide bg-sheet'}`}
        />
      </span>
      <div className="pb-4">
        <p className="flex flex-wrap items-center gap-x-2 text-xs text-muted">
          <Icon className="size-3.5" aria-hidden />
          <span className={`font-semibold ${isTheirs ? 'text-leaf' : 'text-tide'}`}>
            {isTheirs ? name : writerOf(message)}
          </span>
          <span>{wayWords[kind]}</span>
          {message.otherFrom && <span>from {message.otherFrom}</span>}
          <span className="md:hidden">{timeText(at, zone)}</span>
          <What message={message} />
        </p>
        <Words message={message} />
      </div>
    </div>
  );
}

/** Who or what wrote a message to them: "by Ada" is Ada, anything else wrote by itself. */
const writerOf = ({ origin }: ConversationMessage): string =>
  origin.startsWith('by ') ? origin.slice(3) : origin || 'Automatic';

const readings = {
  answer: null,
  stop: ['brick', 'Asked for no more'],
  start: ['leaf', 'Allowed texts again'],
  help: ['tide', 'Asked who writes, answered by itself'],
  away: ['plain', 'Automatic reply'],
} as const;

/** What a message was understood as, or what became of it where it has not simply arrived. */
function What({
  message: { isTheirs, kind, reading, state, reason },
}: {
  message: ConversationMessage;
}) {
  const read = isTheirs ? readings[reading] : null;
  if (read) return <Pill tone={read[0]}>{read[1]}</Pill>;
  if (state === 'queued' && kind === 'chat') return <Pill tone="honey">Not seen yet</Pill>;
  if (state === 'queued')
    return (
      <Pill tone="honey">
        {messageStateWords.queued}
        {reason && `: ${reason}`}
      </Pill>
    );
  if (state === 'failed') return <Pill tone="brick">{messageStateWords.failed}</Pill>;
  if (state === 'left-out')
    return (
      <Pill>
        {messageStateWords['left-out']}: {reason}
      </Pill>
    );
  return state === 'delivered' ? <span>{messageStateWords.delivered.toLowerCase()}</span> : null;
}

/** So much of a letter that the program wrote by itself is shown. */
const shownOfAutomatic = 140;

function Words({ message }: { message: ConversationMessage }) {
  const { isTheirs, subject, body, whole, origin } = message;
  const [isWhole, setWhole] = useState(false);
  const isAutomatic = !isTheirs && !origin.startsWith('by ');
  const isCut = isAutomatic && body.length > shownOfAutomatic && !isWhole;
  return (
    <div
      className={`mt-1 w-fit max-w-full rounded-card border px-3.5 py-2 ${isTheirs ? 'border-strong-line bg-sheet' : 'border-transparent bg-tide-tint/60'}`}
    >
      {subject && <p className="font-semibold break-words">{subject}</p>}
      <p className="break-words whitespace-pre-line">
        {isTheirs && isWhole
          ? whole
          : isCut
            ? `${body.slice(0, shownOfAutomatic).replace(/\s+\S*$/, '')} …`
            : body}
      </p>
      {message.files.map(({ upload, name, bytes }) => (
        <a
          key={upload}
          href={uploadAddress(upload)}
          className="mt-1 flex items-center gap-1.5 text-[13px] font-semibold break-words text-plum-dark hover:underline"
        >
          <Paperclip className="size-4 shrink-0" aria-hidden /> {name}
          <span className="font-normal text-muted">{sizeText(bytes)}</span>
        </a>
      ))}
      {(whole || (isAutomatic && body.length > shownOfAutomatic)) && (
        <button
          type="button"
          className="mt-1 text-xs font-semibold text-plum-dark hover:underline"
          onClick={() => setWhole(!isWhole)}
        >
          {isWhole ? 'Show less' : whole ? 'Show the whole email' : 'Show all'}
        </button>
      )}
    </div>
  );
}
