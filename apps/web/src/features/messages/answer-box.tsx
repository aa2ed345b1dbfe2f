import {
  api,
  type ConversationRecord,
  type ConversationWay,
  type PersonRecord,
} from '@plumgate/contract';
import { InboxMessageId } from '@plumgate/core/basics';
import { emailFromText } from '@plumgate/core/emails';
import { WrittenMessage } from '@plumgate/core/followup';
import { countTextParts } from '@plumgate/core/messages';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { useSave } from '../../ui/use-save.ts';
import { keptText } from './kept-text.ts';
import { wayWords } from './way-icons.ts';

type Way = ConversationWay;
const longest: Record<Way, number> = { chat: 2000, email: 10_000, text: 1000 };

const wayOrder: readonly Way[] = ['chat', 'email', 'text'];

/** What an answer goes to by a way; in a chat box it goes to the one that they wrote in last. */
const answerBy = ({ answers }: ConversationRecord, kind: Way) =>
  answers.find((one) => one.kind === kind) ?? { to: null, why: null, subject: '' };

/** The way that they wrote last; who never has gets an email, or a text where there is no address. */
function usualWay(record: ConversationRecord, last: Way | undefined): Way {
  if (last) return last;
  return answerBy(record, 'email').why === null ? 'email' : 'text';
}

/** An answer to somebody, by the way that they wrote last unless another is chosen. What is typed stays until it is sent. */
export function AnswerBox({
  person,
  record,
}: {
  person: PersonRecord;
  record: ConversationRecord;
}) {
  const [id, setId] = useState(() => crypto.randomUUID());
  const [chosen, choose] = useState<Way | null>(null);
  const kept = keptText(person.id);
  const [body, setBody] = useState(kept.read);
  const lastWay = record.messages.findLast(({ isTheirs }) => isTheirs)?.kind;
  const ways = wayOrder.filter((way) => way !== 'chat' || record.chat !== null);
  const kind = chosen ?? usualWay(record, lastWay);
  const { to, why, subject: answered } = answerBy(record, kind);
  const [subject, setSubject] = useState<string | null>(null);
  const shownSubject = subject ?? answered;
  const { save, error } = useSave(() => {
    kept.write('');
    setBody('');
    setSubject(null);
    setId(crypto.randomUUID());
    if (kind !== 'chat') toast('It is on its way.');
  });
  const message: WrittenMessage | null =
    kind === 'chat'
      ? null
      : kind === 'text'
        ? { kind, body }
        : { kind, ...emailFromText({ subject: shownSubject, body }) };
  const problem = message && WrittenMessage.safeParse(message).error?.issues[0]?.message;
  const send = () =>
    save(async () => {
      const params = { personId: person.id };
      if (message) await call(api.writeToPerson, { params, body: { id, message, answers: to } });
      else await call(api.answerInChat, { params, body: { id: InboxMessageId.parse(id), body } });
    });
  const parts = kind === 'text' && body ? countTextParts(body).parts : 0;
  return (
    <form
      aria-label="Answer"
      className="grid gap-2 border-t border-line bg-sheet px-6 py-3 max-md:px-4"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
        event.preventDefault();
        if (!why && !problem) send();
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <div role="group" aria-label="Answer by" className="flex gap-1">
          {ways.map((way) => (
            <button
              key={way}
              type="button"
              aria-pressed={way === kind}
              className={`rounded-full px-2.5 py-1 text-[13px] font-medium ${way === kind ? 'bg-plum-tint text-plum-dark' : 'text-muted hover:text-ink'}`}
              onClick={() => choose(way)}
            >
              {wayWords[way]}
            </button>
          ))}
        </div>
        {kind === 'chat' && (
          <span
            className={`text-xs ${record.chat?.isThere ? 'font-semibold text-leaf' : 'text-muted'}`}
          >
            {record.chat?.isThere
              ? 'They are on the page now.'
              : 'They have left the page: this goes by email.'}
          </span>
        )}
        {kind === 'email' && !why && (
          <input
            aria-label="Subject"
            placeholder="Subject"
            maxLength={200}
            className="h-8 min-w-0 flex-1 rounded-control border border-transparent px-2 font-semibold hover:border-line focus:border-strong-line"
            value={shownSubject}
            onChange={(event) => setSubject(event.target.value)}
          />
        )}
      </div>
      {why ? (
        <p className="rounded-control bg-paper px-3 py-2 text-muted">
          They can’t be answered by {wayWords[kind].toLowerCase()}: {why}.
        </p>
      ) : (
        <textarea
          aria-label="Your answer"
          placeholder={kind === 'text' ? 'Write a text' : 'Write an answer'}
          rows={3}
          maxLength={longest[kind]}
          className="w-full resize-y rounded-control border border-strong-line bg-sheet px-3 py-1.5"
          value={body}
          onChange={(event) => {
            setBody(event.target.value);
            kept.write(event.target.value);
          }}
        />
      )}
      {error && (
        <p role="alert" className="font-semibold text-brick">
          {error}
        </p>
      )}
      {!why && (
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <Button type="submit" look="main" disabled={!body.trim() || !!problem}>
            Send
          </Button>
          <span className="text-xs text-muted max-md:hidden">Ctrl Enter sends</span>
          <span className="ml-auto text-xs text-muted">
            {parts > 1 && `${parts} parts`}
            {body.trim() && problem && <span className="text-brick">{problem}</span>}
          </span>
        </div>
      )}
    </form>
  );
}
