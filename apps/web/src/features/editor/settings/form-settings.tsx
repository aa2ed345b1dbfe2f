import { api, type EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import type { BlockOf } from '@plumgate/core/page';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../../api/call.ts';
import { Button } from '../../../ui/button.tsx';
import { LongField, SelectField, TextField } from '../../../ui/field.tsx';
import { newId } from '../../pages/make-ids.ts';
import { useEditor, useEditorStore } from '../store.ts';
import { useUi } from '../ui.ts';
import { AfterFormFields } from './after-form-fields.tsx';
import { InsertsField } from './inserts-field.tsx';
import { NoticeFields } from './notice-fields.tsx';
import { Questions } from './question-settings.tsx';
import { useSet } from './use-set.ts';

/** The form where it stands: its questions, its button, and after the form. */
export function FormSettings({
  block,
  page,
}: {
  block: BlockOf<'form' | 'booking'>;
  page: EditorPage;
}) {
  const form = useEditor((state) => state.draft.forms[block.formId]);
  const set = useSet(block.formId);
  const setBlock = useSet(block.id);
  if (!form) return null;
  return (
    <>
      <SharedForm block={block} form={form} uses={page.formUses[block.formId] ?? 1} />
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <TextField
            label="Form name"
            maxLength={120}
            value={form.name}
            onChange={(event) => set({ name: event.target.value })}
          />
        </div>
        <Button
          onClick={() =>
            useUi.setState({
              choosingForm: {
                title: 'Replace the form with',
                newName: form.name,
                onChoose: (formId) => setBlock({ formId }),
              },
            })
          }
        >
          Replace
        </Button>
      </div>
      <TextField
        label="Title"
        maxLength={200}
        value={block.title}
        onChange={(event) => setBlock({ title: event.target.value })}
      />
      <TextField
        label="Line below the title, if any"
        maxLength={600}
        value={block.intro}
        onChange={(event) => setBlock({ intro: event.target.value })}
      />
      <FormFields form={form} formId={block.formId} page={page}>
        {block.kind === 'form' && (
          <SelectField
            label="How the questions stand"
            options={{
              stacked: 'Below each other',
              columns: 'In two columns',
              line: 'In one line with the button',
            }}
            value={block.layout}
            help={block.layout === 'stacked' ? '' : 'On a phone they stand below each other.'}
            onChange={(event) => setBlock({ layout: event.target.value })}
          />
        )}
      </FormFields>
    </>
  );
}

/** What is the form's own, wherever it stands; `children` come where its button does. */
export function FormFields({
  form,
  formId,
  page,
  children,
}: {
  form: FormDefinition;
  formId: FormId;
  page: EditorPage;
  children?: ReactNode;
}) {
  const set = useSet(formId);
  return (
    <>
      <Questions form={form} formId={formId} />
      <InsertsField
        label="Between the questions and the button"
        inserts={form.beforeButton}
        onChange={(beforeButton) => set({ beforeButton })}
      />
      {children}
      <TextField
        label="Button label"
        maxLength={80}
        value={form.button}
        onChange={(event) => set({ button: event.target.value })}
      />
      <AfterFormFields form={form} page={page} onChange={set} />
      <LongField
        label="Consent and privacy line"
        maxLength={600}
        value={form.consent}
        onChange={(event) => set({ consent: event.target.value })}
      />
      <NoticeFields form={form} page={page} onChange={set} />
    </>
  );
}

/** Says that a form stands on several pages before it is changed, and lets it become this page's own. */
function SharedForm({
  block,
  form,
  uses,
}: {
  block: BlockOf<'form' | 'booking'>;
  form: FormDefinition;
  uses: number;
}) {
  const store = useEditorStore();
  const setBlock = useSet(block.id);
  // A form that was just made for this page stands nowhere else.
  const [own, setOwn] = useState<FormId | null>(null);
  if (uses < 2 || own === block.formId) return null;
  const makeOwn = async () => {
    const name = `${form.name} (own)`.slice(0, 80);
    try {
      const { formId } = await call(api.copyForm, {
        params: { formId: block.formId },
        body: { name },
      });
      // The other may stand on this page as well: no two questions share an id.
      const questions = form.questions.map((question) => ({ ...question, id: newId() }));
      store.getState().bringForms({ [formId]: { ...form, name, questions } });
      setOwn(formId);
      setBlock({ formId });
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <div className="grid justify-items-start gap-1.5 rounded-control bg-tide-tint px-2.5 py-1.5 text-xs text-tide">
      <p>Used on {uses} pages. Edits change all of them when they are next published.</p>
      <Button size="small" onClick={() => void makeOwn()}>
        Make it this page’s own
      </Button>
    </div>
  );
}
