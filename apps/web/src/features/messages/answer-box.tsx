import { api, type ConversationRecord, type PersonRecord } from '@plumgate/contract';
import { emailFromText } from '@plumgate/core/emails';
import { WrittenMessage } from '@plumgate/core/followup';
import { countTextParts } from '@plumgate/core/messages';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { useSave } from '../../ui/use-save.ts';
import { keptText } from './kept-text.ts';

type Way = 'email' | 'text';
const ways: Record<Way, string> = { email: 'Email', text: 'Text' };

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
  const wayOf = (kind: Way) => record.answers.find((one) => one.kind === kind)!;
  const usual: Way =
    lastWay === 'text' || (lastWay !== 'email' && wayOf('email').why !== null) ? 'text' : 'email';
  const kind = chosen ?? usual;
  const { to, why, subject: answered } = wayOf(kind);
  const [subject, setSubject] = useState<string | null>(null);
  const shownSubject = subject ?? answered;
  const { save, error } = useSave(() => {
    kept.write('');
    setBody('');
    setSubject(null);
    setId(crypto.randomUUID());
    toast('It is on its way.');
  });
  const message: WrittenMessage =
    kind === 'text' ? { kind, body } : { kind, ...emailFromText({ subject: shownSubject, body }) };
  const problem = WrittenMessage.safeParse(message).error?.issues[0]?.message;
  const send = () =>
    save(async () => {
      await call(api.writeToPerson, {
        params: { personId: person.id },
        body: { id, message, answers: to },
      });
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
          {(Object.keys(ways) as Way[]).map((way) => (
            <button
              key={way}
              type="button"
              aria-pressed={way === kind}
              className={`rounded-full px-2.5 py-1 text-[13px] font-medium ${way === kind ? 'bg-plum-tint text-plum-dark' : 'text-muted hover:text-ink'}`}
              onClick={() => choose(way)}
            >
              {ways[way]}
            </button>
          ))}
        </div>
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
          They can’t be answered by {ways[kind].toLowerCase()}: {why}.
        </p>
      ) : (
        <textarea
          aria-label="Your answer"
          placeholder={kind === 'email' ? 'Write an answer' : 'Write a text'}
          rows={3}
          maxLength={kind === 'text' ? 1000 : 10_000}
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
