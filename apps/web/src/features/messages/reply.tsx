import { api, type MessageRecord } from '@plumgate/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';

/** Answers a message as its recipient would: it comes back to the program by the same way as a real answer. */
export function Reply({ message, placeholder }: { message: MessageRecord; placeholder: string }) {
  const [body, setBody] = useState('');
  const [busy, setBusy] = useState(false);
  const refresh = useRefreshAll();
  const send = async (automatic = false) => {
    setBusy(true);
    try {
      await call(api.replyToMessage, {
        params: { messageId: message.id },
        body: { body, automatic },
      });
      setBody('');
      await refresh();
      toast('Sent, as the person would.');
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      className="flex gap-2 border-t border-line bg-sheet p-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <input
        aria-label="Answer as this person"
        placeholder={placeholder}
        className="h-8 min-w-0 flex-1 rounded-control border border-strong-line px-2.5"
        maxLength={1000}
        value={body}
        onChange={(event) => setBody(event.target.value)}
      />
      {message.kind === 'email' && (
        <Button disabled={busy || !body.trim()} onClick={() => void send(true)}>
          Send as out of office
        </Button>
      )}
      <Button look="main" type="submit" disabled={busy || !body.trim()}>
        Send
      </Button>
    </form>
  );
}
