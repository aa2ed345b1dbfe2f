import type { ClientSheet } from '@plumgate/contract';
import {
  emailBlockKinds,
  findBlock,
  placeOf,
  type EmailBlock,
  type EmailBlockKind,
  type EmailBlockOf,
} from '@plumgate/core/emails';
import type { MergeField } from '@plumgate/core/messages';
import { ArrowDown, ArrowUp, Copy, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { IconButton } from '../../ui/button.tsx';
import { Choice, SelectField, TextField } from '../../ui/field.tsx';
import { PictureShelf } from '../pictures/picture-shelf.tsx';
import { VoucherChoice } from './voucher-choice.tsx';
import { EmailLinkFields } from './email-link-fields.tsx';
import { useComposed, useEmailStore } from './email-store.ts';

type Settings<Kind extends EmailBlockKind> = (part: {
  block: EmailBlockOf<Kind>;
  sheet: ClientSheet;
  fields: readonly MergeField[];
  onChange: (changes: Partial<EmailBlockOf<Kind>>) => void;
}) => ReactNode;

const aligns = { left: 'Left', center: 'Middle' };

function AlignField({
  value,
  onChange,
}: {
  value: 'left' | 'center';
  onChange: (changes: { align: 'left' | 'center' }) => void;
}) {
  return (
    <Choice
      label="Alignment"
      value={value}
      options={aligns}
      onChange={(align) => onChange({ align })}
    />
  );
}

/** The settings of each kind of block; a kind that core adds is missing here until it has them. */
const settings: { [Kind in EmailBlockKind]: Settings<Kind> } = {
  text: () => (
    <p className="text-xs text-muted">
      Press the text to write in it. Bold, lists, links and merge fields are above the email.
    </p>
  ),
  heading: ({ block, onChange }) => (
    <>
      <Choice
        label="Size"
        value={String(block.level) as '1' | '2'}
        options={{ '1': 'Large', '2': 'Small' }}
        onChange={(level) => onChange({ level: Number(level) as 1 | 2 })}
      />
      <AlignField value={block.align} onChange={onChange} />
    </>
  ),
  button: ({ block, sheet, fields, onChange }) => (
    <>
      <EmailLinkFields
        link={block.link}
        clientId={sheet.id}
        phone={sheet.facts.phone}
        fields={fields}
        onChange={(link) => onChange({ link })}
      />
      <AlignField value={block.align} onChange={onChange} />
    </>
  ),
  picture: ({ block, sheet, fields, onChange }) => (
    <>
      <PictureShelf chosen={block.picture} onChoose={(picture) => onChange({ picture })} />
      <TextField
        label="What it shows"
        help="For people who don’t see it: many mail programs hide pictures at first"
        maxLength={300}
        value={block.alt}
        onChange={(event) => onChange({ alt: event.target.value })}
      />
      <SelectField
        label="Width"
        options={{ 100: 'Full', 75: 'Three quarters', 50: 'Half', 30: 'Small' }}
        value={block.share}
        onChange={(event) => onChange({ share: Number(event.target.value) })}
      />
      <AlignField value={block.align} onChange={onChange} />
      <Choice
        label="A press on it"
        value={block.link ? 'leads' : 'nothing'}
        options={{ nothing: 'Does nothing', leads: 'Leads somewhere' }}
        onChange={(does) =>
          onChange({ link: does === 'leads' ? { kind: 'address', href: 'https://' } : null })
        }
      />
      {block.link && (
        <EmailLinkFields
          link={block.link}
          clientId={sheet.id}
          phone={sheet.facts.phone}
          fields={fields}
          onChange={(link) => onChange({ link })}
        />
      )}
    </>
  ),
  voucher: ({ block, fields, onChange }) => (
    <>
      <VoucherChoice value={block.key} fields={fields} onChange={(key) => onChange({ key })} />
      <SelectField
        label="Shown as"
        options={{ qr: 'A QR code', barcode: 'A barcode', text: 'The code alone' }}
        value={block.as}
        onChange={(event) => onChange({ as: event.target.value as 'qr' | 'barcode' | 'text' })}
      />
    </>
  ),
  divider: () => <p className="text-xs text-muted">A thin line between two parts.</p>,
  columns: ({ block, onChange }) => (
    <>
      <Choice
        label="Wider"
        value={block.wider}
        options={{ none: 'Neither', first: 'Left', second: 'Right' }}
        onChange={(wider) => onChange({ wider })}
      />
      <p className="text-xs text-muted">On a phone they lie below each other.</p>
    </>
  ),
};

/** What the picked block is, and what can be done with it as a whole. */
function BlockTools({ block: { id, kind } }: { block: EmailBlock }) {
  const store = useEmailStore();
  const isFirst = useComposed(({ email }) => placeOf(email.blocks, id)?.index === 0);
  const { move, copy, remove } = store.getState();
  return (
    <div className="-mr-1.5 flex items-center">
      <h3 className="mr-auto text-[13px] font-semibold">{emailBlockKinds[kind].label}</h3>
      <IconButton label="Move up" disabled={isFirst} onClick={() => move(id, -1)}>
        <ArrowUp />
      </IconButton>
      <IconButton label="Move down" onClick={() => move(id, 1)}>
        <ArrowDown />
      </IconButton>
      <IconButton label="Copy" onClick={() => copy(id)}>
        <Copy />
      </IconButton>
      <IconButton label="Remove" onClick={() => remove(id)}>
        <Trash2 />
      </IconButton>
    </div>
  );
}

/** What the picked block can be set to; empty while none is picked. */
export function BlockSettings({
  sheet,
  fields,
}: {
  sheet: ClientSheet;
  fields: readonly MergeField[];
}) {
  const store = useEmailStore();
  const block = useComposed(({ email, picked }) => picked && findBlock(email.blocks, picked));
  if (!block) return null;
  const Fields = settings[block.kind] as Settings<EmailBlockKind>;
  return (
    <section className="grid gap-3 border-t border-line p-4">
      <BlockTools block={block} />
      <Fields
        key={block.id}
        block={block as never}
        sheet={sheet}
        fields={fields}
        onChange={(changes) =>
          store
            .getState()
            .change(
              { ...block, ...changes } as EmailBlock,
              `${block.id} ${Object.keys(changes)[0]}`,
            )
        }
      />
    </section>
  );
}
