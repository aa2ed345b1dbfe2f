import type { BlockOf } from '@plumgate/core/page';
import { useState } from 'react';
import { Choice, TextField } from '../../../ui/field.tsx';
import { AddressField } from '../../../ui/address-field.tsx';
import { FileChoice } from '../../pictures/file-choice.tsx';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { useSet } from './use-set.ts';

export function VideoSettings({ block }: { block: BlockOf<'video'> }) {
  const set = useSet(block.id);
  const { source } = block;
  const [from, setFrom] = useState<'file' | 'address'>(
    source.from === 'address' ? 'address' : 'file',
  );
  return (
    <>
      <TextField
        label="Words over it"
        maxLength={120}
        value={block.title}
        onChange={(event) => set({ title: event.target.value })}
      />
      <Choice
        label="Video"
        value={from}
        options={{ file: 'Uploaded file', address: 'From an address' }}
        onChange={setFrom}
      />
      {from === 'file' ? (
        <FileChoice
          kind="film"
          value={source.from === 'file' ? source.file : ''}
          onChange={(file) => set({ source: { from: 'file', file } })}
        />
      ) : (
        <AddressField
          label="Address of the player"
          value={source.from === 'address' ? source.href : 'https://'}
          onChange={(href) => set({ source: { from: 'address', href } })}
        />
      )}
      <p className="text-xs text-muted">Nothing loads until a visitor presses play.</p>
      <span className="-mb-2 text-xs font-semibold">Picture before it plays</span>
      <PictureShelf chosen={block.poster} onChoose={(poster) => set({ poster })} />
    </>
  );
}
