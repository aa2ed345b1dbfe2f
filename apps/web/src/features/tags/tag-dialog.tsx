import { api, type ClientSummary, type TagView } from '@plumgate/contract';
import type { TagId } from '@plumgate/core/basics';
import { TagContent, type TagPlace } from '@plumgate/core/tags';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Choice, LongField, SelectField, TextField, Tick } from '../../ui/field.tsx';
import { optionsOf } from '../../ui/options-of.ts';
import { PriceField } from '../records/price-field.tsx';
import type { TagChoices } from './tag-words.ts';

const usual: TagContent = {
  ...{ name: '', code: '', on: true, part: 'head', place: { kind: 'client' } },
  ...{ runs: { kind: 'always' }, needsConsent: true, needs: null },
};

/** Somebody else's code: what it is, where it goes, and when it runs. */
export function TagDialog({
  client,
  choices,
  tags,
  tag,
  onSaved,
  onClose,
}: {
  client: ClientSummary;
  choices: TagChoices;
  tags: readonly TagView[];
  /** The one that is changed; null for a new one. */
  tag: TagView | null;
  onSaved: () => void;
  onClose: () => void;
}) {
  const [content, setContent] = useState<TagContent>(tag?.content ?? usual);
  const [failure, setFailure] = useState<unknown>(null);
  const set = (changes: Partial<TagContent>) => setContent({ ...content, ...changes });
  const { place, runs } = content;
  const setRuns = (changes: object) => set({ runs: { ...runs, ...changes } as typeof runs });
  const others = tags.filter(({ id, content }) => id !== tag?.id && content.runs.kind === 'always');
  return (
    <Dialog title={tag ? 'Tag' : 'Add a tag'} width="w-[600px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          const saving = tag
            ? call(api.changeTag, { params: { tagId: tag.id }, body: content })
            : call(api.addTags, { params: { clientId: client.id }, body: { tags: [content] } });
          saving.then(onSaved, setFailure);
        }}
      >
        <TextField
          label="Name"
          autoFocus
          maxLength={60}
          value={content.name}
          onChange={({ target }) => set({ name: target.value })}
        />
        <LongField
          label="Code"
          help={
            runs.kind === 'lead'
              ? 'As the ad platform gives it. {{ lead.id }}, {{ lead.value }} and {{ lead.currency }} stand for the lead’s.'
              : 'As the ad platform gives it.'
          }
          rows={6}
          className="w-full resize-y rounded-control border border-strong-line bg-sheet px-3 py-1.5 font-mono text-[13px]"
          maxLength={20_000}
          spellCheck={false}
          value={content.code}
          onChange={({ target }) => set({ code: target.value })}
        />
        <Choice
          label="When it runs"
          value={runs.kind}
          options={{ always: 'Whenever a page is opened', lead: 'Once for each lead' }}
          onChange={(kind) =>
            set({ runs: kind === 'lead' ? { kind, form: null, value: null } : { kind } })
          }
        />
        {runs.kind === 'lead' && (
          <>
            <p className="-mt-2 text-xs text-muted">
              It runs on the page that a form leads to, once for each form that was sent. Opening
              that page again, or without a form, runs nothing.
            </p>
            <div className="grid grid-cols-2 items-start gap-4 max-md:grid-cols-1">
              <SelectField
                label="After which form"
                options={optionsOf(choices.form, 'Any form')}
                value={runs.form ?? ''}
                onChange={({ target }) => setRuns({ form: target.value || null })}
              />
              <PriceField
                label="What a lead is worth (leave empty if not known)"
                currency={client.currency}
                amount={runs.value}
                onChange={(value) => setRuns({ value })}
              />
            </div>
          </>
        )}
        <div className="grid grid-cols-2 items-start gap-4 max-md:grid-cols-1">
          <SelectField
            label="Where"
            options={{ client: 'Every page', funnel: 'The pages of a funnel', page: 'One page' }}
            value={place.kind}
            onChange={({ target }) =>
              set({ place: firstPlace(target.value as TagPlace['kind'], choices) })
            }
          />
          {place.kind === 'funnel' && (
            <SelectField
              label="Which funnel"
              options={optionsOf(choices.funnel)}
              value={place.funnel}
              onChange={({ target }) =>
                set({ place: { kind: 'funnel', funnel: target.value as never } })
              }
            />
          )}
          {place.kind === 'page' && (
            <SelectField
              label="Which page"
              options={optionsOf(choices.page)}
              value={place.page}
              onChange={({ target }) =>
                set({ place: { kind: 'page', page: target.value as never } })
              }
            />
          )}
          <SelectField
            label="Part of the page"
            options={{ head: 'In the head', body: 'At the end of the body' }}
            value={content.part}
            onChange={({ target }) => set({ part: target.value as TagContent['part'] })}
          />
          <SelectField
            label="Needs the code of"
            options={optionsOf(
              others.map(({ id, content: { name } }) => ({ id, name })),
              'None',
            )}
            value={content.needs ?? ''}
            onChange={({ target }) => set({ needs: (target.value || null) as TagId | null })}
          />
        </div>
        <Tick
          label="Only with consent"
          help="Runs only for visitors who agreed where this client asks, and never for a browser that asks not to be tracked."
          checked={content.needsConsent}
          onChange={(needsConsent) => set({ needsConsent })}
        />
        <DialogFoot
          does="Save"
          off={!TagContent.safeParse(content).success}
          failure={failure}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}

function firstPlace(kind: TagPlace['kind'], { funnel, page }: TagChoices): TagPlace {
  switch (kind) {
    case 'client':
      return { kind };
    case 'funnel':
      return { kind, funnel: (funnel[0]?.id ?? '') as never };
    case 'page':
      return { kind, page: (page[0]?.id ?? '') as never };
  }
}
