import type { EditorPage } from '@plumgate/contract';
import type { FileId } from '@plumgate/core/basics';
import type { ButtonAction } from '@plumgate/core/page';
import { useState } from 'react';
import { SelectField } from '../../../ui/field.tsx';
import { PageTarget, Target } from '../../pages/page-target.tsx';
import { useEditor } from '../store.ts';
import { AddressField } from '../../../ui/address-field.tsx';
import { FileChoice } from '../../pictures/file-choice.tsx';

const kinds: Record<ButtonAction['kind'], string> = {
  'next-step': 'Goes to the next step',
  page: 'Goes to another page',
  scroll: 'Scrolls to a band',
  section: 'Shows a section',
  address: 'Opens an address',
  call: 'Calls',
  text: 'Texts',
  email: 'Writes an email',
  popup: 'Opens a popup',
  download: 'Downloads a file',
};

/** What a press does: one thing; what that needs is asked below, and takes effect once it is whole. */
export function ActionFields<More extends { kind: string } = never>({
  action,
  page,
  more = {},
  makeMore,
  onChange,
}: {
  action: ButtonAction | More;
  page: EditorPage;
  /** What else a press on the part may do, by kind, offered first. */
  more?: Record<string, string>;
  makeMore?: (kind: string) => More;
  onChange: (action: ButtonAction | More) => void;
}) {
  const { bands, popups, sections } = useEditor((state) => state.draft.page);
  const [kind, setKind] = useState<string>(action.kind);
  const choose = (next: string) => {
    setKind(next);
    if (next in more && makeMore) onChange(makeMore(next));
    if (next === 'next-step' || next === 'call' || next === 'text' || next === 'email')
      onChange({ kind: next });
    if (next === 'scroll' && bands[0]) onChange({ kind: next, band: bands[0].id });
    if (next === 'section' && sections.length > 0)
      onChange({ kind: next, section: sections.at(-1)!.id });
    if (next === 'popup' && popups[0]) onChange({ kind: next, popup: popups[0].id });
  };
  return (
    <>
      <SelectField
        label="What it does"
        options={{ ...more, ...kinds }}
        value={kind}
        onChange={(event) => choose(event.target.value)}
      />
      {kind in kinds && (
        <ActionTarget
          kind={kind as ButtonAction['kind']}
          action={action as ButtonAction}
          page={page}
          onChange={onChange}
        />
      )}
    </>
  );
}

/** What a kind of action needs to be whole. */
function ActionTarget({
  kind,
  action,
  page,
  onChange,
}: {
  kind: ButtonAction['kind'];
  action: ButtonAction;
  page: EditorPage;
  onChange: (action: ButtonAction) => void;
}) {
  const { bands, popups, sections } = useEditor((state) => state.draft.page);
  const { phone, email } = page.client.facts;
  switch (kind) {
    case 'scroll':
      return (
        <Target
          label="Band"
          choose="Choose a band"
          options={bands.map(({ id, name }) => [id, name || 'Band without a name'])}
          value={action.kind === kind ? action.band : ''}
          onChange={(band) => onChange({ kind, band })}
        />
      );
    case 'page':
      return (
        <PageTarget
          clientId={page.client.id}
          value={action.kind === kind ? action.page : ''}
          onChange={(id) => onChange({ kind, page: id })}
        />
      );
    case 'popup':
      return popups.length === 0 ? (
        <p className="text-xs text-honey">
          This page has no popup yet. Add one under Page, then choose it here.
        </p>
      ) : (
        <Target
          label="Popup"
          choose="Choose a popup"
          options={popups.map(({ id, name }) => [id, name || 'Popup'])}
          value={action.kind === kind ? action.popup : ''}
          onChange={(popup) => onChange({ kind, popup })}
        />
      );
    case 'section':
      return sections.length === 0 ? (
        <p className="text-xs text-honey">
          This page has no sections yet. Add them under Page, then choose one here.
        </p>
      ) : (
        <Target
          label="Section"
          choose="Choose a section"
          options={sections.map(({ id, name }) => [id, name || id])}
          value={action.kind === kind ? action.section : ''}
          onChange={(section) => onChange({ kind, section })}
        />
      );
    case 'download':
      return (
        <FileChoice
          kind="document"
          value={action.kind === kind ? action.file : ''}
          onChange={(file) => onChange({ kind, file: file as FileId })}
        />
      );
    case 'address':
      return (
        <AddressField
          label="Address"
          value={action.kind === kind ? action.href : 'https://'}
          onChange={(href) => onChange({ kind, href })}
        />
      );
    case 'call':
    case 'text':
      return <FromFacts fact={phone} missing="The fact sheet has no phone number yet." />;
    case 'email':
      return <FromFacts fact={email} missing="The fact sheet has no email address yet." />;
    case 'next-step':
      return null;
  }
}

const FromFacts = ({ fact, missing }: { fact: string; missing: string }) => (
  <p className="text-xs text-muted">{fact || missing}</p>
);
