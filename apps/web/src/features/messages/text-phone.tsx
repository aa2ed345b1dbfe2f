import type { MessageRecord } from '@plumgate/contract';
import { whenText } from '../../ui/when.ts';
import { Reply } from './reply.tsx';

/** The texts between the business and one number, as they stand on the person's phone, which can answer. */
export function TextPhone({ message, zone }: { message: MessageRecord; zone: string }) {
  const theirs = message.isReply ? message.from : message.to;
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
        <Reply message={message} placeholder="Answer, or STOP or START" />
      </div>
    </article>
  );
}
