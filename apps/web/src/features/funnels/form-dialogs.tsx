import { api, type FormOverview } from '@plumgate/contract';
import type { FormDefinition } from '@plumgate/core/forms';
import { emptyPage, newBand, newBlock } from '@plumgate/core/page';
import { useId, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';

/** Asks into which folder a form goes: one that there is, or a new one. */
export function FolderDialog({
  form,
  folders,
  onClose,
}: {
  form: FormOverview;
  folders: readonly string[];
  onClose: () => void;
}) {
  const list = useId();
  const [folder, setFolder] = useState(form.folder);
  return (
    <Asking
      title={`Move “${form.name}”`}
      does="Move"
      onClose={onClose}
      onSubmit={() => call(api.moveForm, { params: { formId: form.id }, body: { folder } })}
    >
      <TextField
        label="Folder"
        help="A new name makes a folder. Empty: no folder."
        list={list}
        maxLength={60}
        value={folder}
        onChange={({ target }) => setFolder(target.value)}
      />
      <datalist id={list}>
        {folders.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </Asking>
  );
}

/** Asks how a form is called as a template: a band with it, for any page of any client. */
export function TemplateDialog({ form, onClose }: { form: FormOverview; onClose: () => void }) {
  const [name, setName] = useState(form.name.slice(0, 80));
  const keep = async () => {
    const { definition } = await call(api.getForm, { params: { formId: form.id } });
    const block = newBlock('form', 'form', { formId: form.id });
    const page = {
      ...emptyPage(name),
      bands: [newBand('band', [{ id: 'column', share: 1, blocks: [block] }])],
    };
    const forms = { [form.id]: definition as FormDefinition };
    await call(api.keepTemplate, {
      body: { kind: 'band', name, content: { pages: [{ name, draft: { page, forms } }] } },
    });
    toast(`Saved as a template: “${name}”. It is among the bands that are offered for pages.`);
  };
  return (
    <Asking
      title="Save as a template"
      does="Save"
      off={!name.trim()}
      onClose={onClose}
      onSubmit={keep}
    >
      <TextField
        label="Name of the template"
        maxLength={80}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
    </Asking>
  );
}

function Asking({
  title,
  does,
  off = false,
  onClose,
  onSubmit,
  children,
}: {
  title: string;
  does: string;
  off?: boolean;
  onClose: () => void;
  onSubmit: () => Promise<unknown>;
  children: ReactNode;
}) {
  const refresh = useRefreshAll();
  const [failure, setFailure] = useState<unknown>(null);
  const submit = async () => {
    try {
      await onSubmit();
      await refresh();
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        {children}
        <DialogFoot does={does} off={off} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
