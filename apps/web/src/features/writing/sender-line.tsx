import { api, type SenderView } from '@plumgate/contract';
import { mailDomain, Sender, senderOf, usualSender } from '@plumgate/core/emails';
import { useState } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { TextField } from '../../ui/field.tsx';
import { useComposed, useEmailStore } from './email-store.ts';

/** Who this email comes from: the client's usual sender, or one of its own. */
export function SenderLine({ clientId, name }: { clientId: string; name: string }) {
  const { data: view } = useEndpoint(api.getSender, { params: { clientId } });
  const sender = useComposed(({ email }) => email.sender);
  const [isOpen, setOpen] = useState(false);
  if (!view) return <p className="text-xs text-muted">From {name}</p>;
  const shown = shownOf(view, name, sender);
  return (
    <div className="grid gap-2">
      <p className="flex flex-wrap items-baseline gap-x-2 text-xs text-muted">
        <span className="min-w-0 break-words">
          From {shown.name} &lt;{shown.address}&gt;
          {shown.replyTo && `, answers to ${shown.replyTo}`}
        </span>
        <button
          type="button"
          aria-expanded={isOpen}
          className="font-semibold text-plum-dark hover:underline"
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? 'Done' : 'Change'}
        </button>
      </p>
      {shown.notYet && (
        <p className="text-xs font-semibold text-honey">
          {shown.notYet} is used once {mailDomain(shown.notYet)} is verified in Settings, Email.
        </p>
      )}
      {isOpen && <Fields view={view} name={name} sender={sender ?? usualSender} />}
    </div>
  );
}

const shownOf = (view: SenderView, name: string, message: Sender | undefined) =>
  senderOf({
    ...{ client: name, own: view.sender, message, installation: view.installation },
    verified: view.domains.filter(({ state }) => state === 'right').map(({ domain }) => domain),
  });

function Fields({ view, name, sender }: { view: SenderView; name: string; sender: Sender }) {
  const store = useEmailStore();
  const usual = shownOf(view, name, undefined);
  const issues = Sender.safeParse(sender).error?.issues ?? [];
  const field = (key: keyof Sender) => ({
    value: sender[key],
    error: issues.find(({ path }) => path[0] === key)?.message,
    onChange: (event: { target: { value: string } }) => {
      const changed = { ...sender, [key]: event.target.value };
      const isUsual = Object.values(changed).every((value) => value === '');
      store.getState().set({ sender: isUsual ? undefined : changed }, `sender ${key}`);
    },
  });
  return (
    <div className="grid gap-2 rounded-control border border-line bg-sheet p-3 sm:grid-cols-3">
      <TextField label="Name" placeholder={usual.name} maxLength={80} {...field('name')} />
      <TextField label="Address" placeholder={usual.address} maxLength={254} {...field('email')} />
      <TextField
        label="Answers go to"
        placeholder={usual.replyTo || 'The inbox'}
        maxLength={254}
        {...field('replyTo')}
      />
    </div>
  );
}
