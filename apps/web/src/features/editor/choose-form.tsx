import { api } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useEditor, useEditorStore, type EditorStore } from './store.ts';
import { useUi } from './ui.ts';

/** Asks which of the client's forms a block shows, or for a new one, while somebody has to say. */
export function ChooseForm() {
  const choosing = useUi((ui) => ui.choosingForm);
  if (!choosing) return null;
  return <FormDialog key={choosing.title} {...choosing} />;
}

function FormDialog({
  title,
  newName,
  onChoose,
}: {
  title: string;
  newName: string;
  onChoose: (form: FormId) => void;
}) {
  const store = useEditorStore();
  const clientId = useEditor((state) => state.clientId);
  const onPage = useEditor((state) => state.draft.forms);
  const forms = useEndpoint(api.listForms, { params: { clientId } }, { refetchOnMount: 'always' });
  const [typed, setTyped] = useState('');
  const close = () => useUi.setState({ choosingForm: null });
  const choose = async (form: () => Promise<FormId>) => {
    try {
      const id = await form();
      close();
      onChoose(id);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const wanted = typed.trim().toLowerCase();
  const found = (forms.data?.forms ?? []).filter(({ name, answers }) =>
    [name, ...answers.map(({ label }) => label)].some((text) =>
      text.toLowerCase().includes(wanted),
    ),
  );
  return (
    <Dialog title={title} width="w-[560px]" onClose={close}>
      <div className="grid gap-3">
        <input
          type="search"
          autoFocus
          aria-label="Search forms"
          placeholder="Search by name or question"
          className="h-9 w-full rounded-control border border-strong-line bg-sheet px-3"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        {forms.isError && <Failed error={forms.error} again={() => void forms.refetch()} />}
        {forms.isPending && <Skeleton lines={4} />}
        <ul className="grid max-h-80 gap-1.5 overflow-auto">
          {found.map(({ id, name, answers }) => (
            <li key={id}>
              <button
                type="button"
                className="grid w-full gap-0.5 rounded-control border border-line px-3 py-2 text-left hover:border-plum hover:bg-plum-tint"
                onClick={() => void choose(() => broughtForm(store, id))}
              >
                <span className="flex items-baseline gap-2 font-semibold">
                  <span className="min-w-0 truncate">{name}</span>
                  {onPage[id] && (
                    <span className="shrink-0 text-xs font-normal text-muted">on this page</span>
                  )}
                </span>
                <span className="text-[13px] text-muted">
                  {answers.map(({ label }) => label).join(' · ') || 'No questions'}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {forms.data && found.length === 0 && (
          <p className="text-muted">
            {wanted ? 'No form by these words.' : 'This client has no form yet.'}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={close}>Cancel</Button>
          <Button look="main" onClick={() => void choose(() => newForm(store, newName))}>
            A new form
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

/** A form of the client, in the draft so that blocks can show it; one that the page shows stays as it is being edited. */
async function broughtForm(store: EditorStore, formId: FormId): Promise<FormId> {
  const { draft, bringForms } = store.getState();
  if (draft.forms[formId]) return formId;
  const { definition } = await call(api.getForm, { params: { formId } });
  bringForms({ [formId]: definition as FormDefinition });
  return formId;
}

/** A new form of the usual questions, in the draft. */
export async function newForm(store: EditorStore, name: string): Promise<FormId> {
  const { clientId, bringForms } = store.getState();
  const made = await call(api.createForm, { params: { clientId }, body: { name } });
  bringForms({ [made.formId]: made.definition as FormDefinition });
  return made.formId;
}
