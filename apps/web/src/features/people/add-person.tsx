import { api } from '@plumgate/contract';
import { UserPlus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, CallError } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, TextField } from '../../ui/field.tsx';

const usual = ['Phone call', 'Walk-in', 'Referral'];
const nobody = { name: '', phone: '', email: '', source: usual[0]!, note: '' };

/** A call or somebody who came in, typed at the desk: the rules decide what follows, as for a form. */
export function AddPerson({ client }: { client: { id: string; slug: string } }) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setIsOpen(true)}>
        <UserPlus className="size-4" aria-hidden /> Add a call or walk-in
      </Button>
      {isOpen && <AddDialog client={client} onClose={() => setIsOpen(false)} />}
    </>
  );
}

function AddDialog({
  client,
  onClose,
}: {
  client: { id: string; slug: string };
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const navigate = useNavigate();
  const [who, setWho] = useState(nobody);
  const [failure, setFailure] = useState<unknown>(null);
  const at = (field: string) => (failure instanceof CallError ? failure.at(field) : undefined);
  const field = (key: keyof typeof nobody) => ({
    value: who[key],
    error: at(key),
    onChange: ({ target }: { target: { value: string } }) =>
      setWho({ ...who, [key]: target.value }),
  });
  const add = async () => {
    try {
      const { personId, isNew } = await call(api.addPerson, {
        params: { clientId: client.id },
        body: who,
      });
      await refresh();
      onClose();
      const words = who.name || who.phone || who.email;
      toast(isNew ? `${words} is added.` : `${words} is known: noted on their record.`, {
        action: {
          label: 'Open',
          onClick: () => void navigate(`/${client.slug}/people/${personId}`),
        },
      });
    } catch (error) {
      setFailure(error);
    }
  };
  const isShown = (Object.keys(nobody) as (keyof typeof nobody)[]).some(at);
  return (
    <Dialog title="A call or walk-in" width="w-[560px]" onClose={onClose}>
      <form
        noValidate
        className="grid grid-cols-2 gap-4 max-md:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <TextField label="Name" autoFocus maxLength={120} {...field('name')} />
        <TextField label="Phone" type="tel" maxLength={40} {...field('phone')} />
        <TextField label="Email" type="email" {...field('email')} />
        <TextField
          label="Source"
          list="usual-sources"
          maxLength={80}
          help="Rules ask for it, and results count by it"
          {...field('source')}
        />
        <datalist id="usual-sources">
          {usual.map((words) => (
            <option key={words} value={words} />
          ))}
        </datalist>
        <div className="col-span-full">
          <LongField label="Note" rows={2} maxLength={2000} {...field('note')} />
        </div>
        <div className="col-span-full grid gap-2">
          <DialogFoot does="Add" failure={isShown ? null : failure} onClose={onClose} />
        </div>
      </form>
    </Dialog>
  );
}
