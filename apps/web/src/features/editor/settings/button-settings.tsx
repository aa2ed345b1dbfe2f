import { api, type EditorPage } from '@plumgate/contract';
import type { BlockOf, ButtonAction } from '@plumgate/core/page';
import { useState } from 'react';
import { useEndpoint } from '../../../api/hooks.ts';
import { Choice, SelectField, TextField } from '../../../ui/field.tsx';
import { useEditor } from '../store.ts';
import { AddressField } from './address-field.tsx';
import { FileChoice } from './file-choice.tsx';
import { PlaceChoice } from './place-choice.tsx';
import { useSet } from './use-set.ts';

const kinds: Record<ButtonAction['kind'], string> = {
  'next-step': 'Goes to the next step',
  page: 'Goes to another page',
  scroll: 'Scrolls to a band',
  address: 'Opens an address',
  call: 'Calls',
  text: 'Texts',
  email: 'Writes an email',
  popup: 'Opens a popup',
  download: 'Downloads a file',
};

/** A button does one thing; what that needs is asked below, and takes effect once it is whole. */
export function ButtonSettings({ block, page }: { block: BlockOf<'button'>; page: EditorPage }) {
  const set = useSet(block.id);
  const bands = useEditor((state) => state.draft.page.bands);
  const popups = useEditor((state) => state.draft.page.popups);
  const [kind, setKind] = useState(block.action.kind);
  const pages = useEndpoint(
    api.listPages,
    { params: { clientId: page.client.id } },
    { enabled: kind === 'page' },
  );
  const { phone, email } = page.client.facts;
  const { action } = block;
  const act = (next: ButtonAction) => set({ action: next });
  const choose = (next: ButtonAction['kind']) => {
    setKind(next);
    if (next === 'next-step' || next === 'call' || next === 'text' || next === 'email')
      act({ kind: next });
    if (next === 'scroll' && bands[0]) act({ kind: next, band: bands[0].id });
    if (next === 'popup' && popups[0]) act({ kind: next, popup: popups[0].id });
  };
  const choice = (
    label: string,
    options: Record<string, string>,
    value: string,
    empty: string,
    onChange: (value: string) => void,
  ) => (
    <SelectField
      label={label}
      options={value in options ? options : { '': empty, ...options }}
      value={value in options ? value : ''}
      onChange={(event) => event.target.value && onChange(event.target.value)}
    />
  );
  const named = <One,>(
    list: readonly One[],
    id: (one: One) => string,
    name: (one: One) => string,
  ) => Object.fromEntries(list.map((one) => [id(one), name(one)]));
  return (
    <>
      <TextField
        label="Words"
        maxLength={80}
        value={block.label}
        onChange={(event) => set({ label: event.target.value })}
      />
      <SelectField
        label="What it does"
        options={kinds}
        value={kind}
        onChange={(event) => choose(event.target.value as ButtonAction['kind'])}
      />
      {kind === 'scroll' &&
        choice(
          'Band',
          named(
            bands,
            (band) => band.id,
            (band) => band.name || 'Band without a name',
          ),
          action.kind === 'scroll' ? action.band : '',
          'Choose a band',
          (band) => act({ kind: 'scroll', band }),
        )}
      {kind === 'page' &&
        choice(
          'Page',
          named(
            pages.data?.pages ?? [],
            (one) => one.pageId,
            (one) => `${one.funnel}: ${one.name}${one.live ? '' : ' (not live)'}`,
          ),
          action.kind === 'page' ? action.page : '',
          'Choose a page',
          (id) => act({ kind: 'page', page: id as never }),
        )}
      {kind === 'popup' &&
        (popups.length === 0 ? (
          <p className="text-xs text-honey">
            This page has no popup yet. Add one under Page, then choose it here.
          </p>
        ) : (
          choice(
            'Popup',
            named(
              popups,
              (popup) => popup.id,
              (popup) => popup.name || 'Popup',
            ),
            action.kind === 'popup' ? action.popup : '',
            'Choose a popup',
            (popup) => act({ kind: 'popup', popup }),
          )
        ))}
      {kind === 'download' && (
        <FileChoice
          kind="document"
          value={action.kind === 'download' ? action.file : ''}
          onChange={(file) => act({ kind: 'download', file: file as never })}
        />
      )}
      {kind === 'address' && (
        <AddressField
          label="Address"
          value={action.kind === 'address' ? action.href : 'https://'}
          onChange={(href) => act({ kind: 'address', href })}
        />
      )}
      {(kind === 'call' || kind === 'text') && (
        <p className="text-xs text-muted">{phone || 'The fact sheet has no phone number yet.'}</p>
      )}
      {kind === 'email' && (
        <p className="text-xs text-muted">{email || 'The fact sheet has no email address yet.'}</p>
      )}
      <Choice
        label="Look"
        value={block.look}
        options={{ solid: 'Solid', outline: 'Outline' }}
        onChange={(look) => set({ look })}
      />
      <PlaceChoice block={block} />
    </>
  );
}
