import { api, type MessageRecord } from '@plumgate/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { whenText } from '../../ui/when.ts';

/** The texts between the business and one number, as they stand on the person's phone, which can answer. */
export function TextPhone({ message, zone }: { message: MessageRecord; zone: string }) {
  const [reply, setReply] = useState('');
  const [busy, setBusy] = useState(false);
  const refresh = useRefreshAll();
  const theirs = message.isReply ? message.from : message.to;
  const send = async () => {
    setBusy(true);
    try {
      await call(api.replyToText, { params: { messageId: message.id }, body: { body: reply } });
      setReply('');
      await refresh();
      toast('Sent, as the person would.');
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <article className="grid min-w-0 flex-1 place-items-center overflow-auto p-6">
      <div className="flex h-[560px] max-h-full w-80 max-w-full flex-col overflow-hidden rounded-[28px] border-[6px] border-ink bg-sheet">
        <h2 className="border-b border-line px-4 py-2.5 text-center font-sans text-[13px] font-semibold tabular-nums">
          {message.isReply ? message.to : message.from}
          <span className="block text-xs font-normal text-muted">on the phone of {theirs}</span>
        </h2>
        <ol className="flex flex-1 flex-col justify-end gap-2 overflow-auto p-3">
          {message.conversation.map((text) => (
            <li
              key={text.id}
              className={`max-w-[85%] ${text.isReply ? 'self-end text-right' : ''}`}
            >
              <p
                className={`rounded-2xl px-3 py-1.5 text-left break-words whitespace-pre-line ${text.isReply ? 'rounded-br-sm bg-plum text-sheet' : 'rounded-bl-sm bg-line'}`}
              >
                {text.text}
              </p>
              <span className="text-xs text-muted tabular-nums">
                {whenText(text.receivedAt, zone)}
              </span>
            </li>
          ))}
        </ol>
        <form
          className="flex gap-2 border-t border-line p-2"
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          <input
            aria-label="Answer as this person"
            placeholder="Answer, or STOP or START"
            className="h-8 min-w-0 flex-1 rounded-control border border-strong-line px-2.5"
            maxLength={1000}
            value={reply}
            onChange={(event) => setReply(event.target.value)}
          />
          <Button look="main" type="submit" disabled={busy || !reply.trim()}>
            Send
          </Button>
        </form>
      </div>
    </article>
  );
}
