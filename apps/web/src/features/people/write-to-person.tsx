import { api, type PersonRecord } from '@plumgate/contract';
import {
  leftOutWords,
  stepKinds,
  WrittenMessage,
  writtenMergeGroups,
} from '@plumgate/core/followup';
import { Pencil } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/field.tsx';
import { useSave } from '../../ui/use-save.ts';
import { MessageFields, newMessage } from '../writing/message-fields.tsx';

/** An email or a text to somebody, written on their record. */
export function WriteToPerson({ person }: { person: PersonRecord }) {
  const [isOpen, setOpen] = useState(false);
  if (!isOpen)
    return (
      <Button onClick={() => setOpen(true)}>
        <Pencil className="size-4" aria-hidden /> Write
      </Button>
    );
  return <Composer person={person} onClose={() => setOpen(false)} />;
}

type Kind = WrittenMessage['kind'];

function Composer({ person, onClose }: { person: PersonRecord; onClose: () => void }) {
  const [id] = useState(() => crypto.randomUUID());
  const why = (kind: Kind) => stepKinds[kind].whyUnreachable!({ ...person, ...person.reach });
  const [message, setMessage] = useState<WrittenMessage>(() =>
    newMessage[why('email') && !why('text') ? 'text' : 'email'](),
  );
  const { save, error } = useSave(() => {
    toast('It is on its way.');
    onClose();
  });
  const reason = why(message.kind);
  const problem = WrittenMessage.safeParse(message).error?.issues[0]?.message;
  return (
    <form
      aria-label="Write to them"
      className="grid w-full gap-3 rounded-card border border-line p-3"
      onSubmit={(event) => {
        event.preventDefault();
        save(() =>
          call(api.writeToPerson, { params: { personId: person.id }, body: { id, message } }),
        );
      }}
    >
      <Choice
        label="As"
        value={message.kind}
        options={{ email: 'Email', text: 'Text' }}
        onChange={(kind) => setMessage(newMessage[kind]())}
      />
      {reason ? (
        <p className="text-muted">It can’t be sent: {leftOutWords(reason)}.</p>
      ) : (
        <MessageFields
          message={message}
          to={{ clientId: person.clientId, groups: writtenMergeGroups }}
          onChange={setMessage}
        />
      )}
      {error && (
        <p role="alert" className="font-semibold text-brick">
          {error}
        </p>
      )}
      <div className="flex gap-2">
        <Button type="submit" look="main" disabled={!!reason || !!problem}>
          Send
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
