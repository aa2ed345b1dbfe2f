import type { FormInsert } from '@plumgate/core/forms';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { IconButton } from '../../../ui/button.tsx';
import { InlineSelect, LongField, TextField } from '../../../ui/field.tsx';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';

const kinds = { words: 'Words', divider: 'A line', picture: 'A picture' };
const most = 4;

/** What stands in one place of a form without asking anything: words, a dividing line, a picture. */
export function InsertsField({
  label,
  inserts,
  onChange,
}: {
  label: string;
  inserts: FormInsert[];
  onChange: (inserts: FormInsert[]) => void;
}) {
  const [isChoosing, setChoosing] = useState(false);
  const add = (insert: FormInsert) => onChange([...inserts, insert]);
  return (
    <div role="group" aria-label={label} className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <span className="text-xs font-semibold">{label}</span>
      {inserts.map((insert, index) => (
        <div key={index} className="flex items-start gap-1">
          <div className="grid min-w-0 flex-1 gap-2">
            <InsertFields
              insert={insert}
              onChange={(next) => onChange(inserts.with(index, next))}
            />
          </div>
          <IconButton
            label={`Remove ${kinds[insert.kind].toLowerCase()}`}
            onClick={() => onChange(inserts.toSpliced(index, 1))}
          >
            <Trash2 />
          </IconButton>
        </div>
      ))}
      {inserts.length < most && (
        <InlineSelect
          label={`Add to: ${label}`}
          className="border-dashed text-[13px] font-semibold text-plum-dark"
          placeholder="Add words, a line or a picture…"
          options={kinds}
          value=""
          onChange={(kind) => {
            if (kind === 'words') add({ kind, text: 'A word on what comes next.' });
            else if (kind === 'divider') add({ kind });
            setChoosing(kind === 'picture');
          }}
        />
      )}
      {isChoosing && (
        <PictureShelf
          chosen={null}
          onChoose={(picture) => {
            add({ kind: 'picture', picture, alt: '' });
            setChoosing(false);
          }}
        />
      )}
    </div>
  );
}

function InsertFields({
  insert,
  onChange,
}: {
  insert: FormInsert;
  onChange: (insert: FormInsert) => void;
}) {
  switch (insert.kind) {
    case 'words':
      return (
        <LongField
          label="Words"
          rows={2}
          maxLength={600}
          value={insert.text}
          onChange={(event) => onChange({ ...insert, text: event.target.value })}
        />
      );
    case 'divider':
      return <hr className="my-3 border-strong-line" />;
    case 'picture':
      return (
        <>
          <img
            src={`/~/pictures/${insert.picture.id}-480.webp`}
            alt=""
            className="max-h-24 rounded-control border border-line object-cover"
          />
          <TextField
            label="What it shows"
            maxLength={300}
            value={insert.alt}
            onChange={(event) => onChange({ ...insert, alt: event.target.value })}
          />
        </>
      );
  }
}
