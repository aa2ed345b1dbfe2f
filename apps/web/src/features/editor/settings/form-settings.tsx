import type { EditorPage } from '@plumgate/contract';
import type { BlockOf } from '@plumgate/core/page';
import { Button } from '../../../ui/button.tsx';
import { LongField, SelectField, TextField } from '../../../ui/field.tsx';
import { useEditor } from '../store.ts';
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
  const uses = page.formUses[block.formId] ?? 1;
  return (
    <>
      {uses > 1 && (
        <p className="rounded-control bg-tide-tint px-2.5 py-1.5 text-xs text-tide">
          Used on {uses} pages. Edits change all of them when they are next published.
        </p>
      )}
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
      <Questions form={form} formId={block.formId} />
      <InsertsField
        label="Between the questions and the button"
        inserts={form.beforeButton}
        onChange={(beforeButton) => set({ beforeButton })}
      />
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
