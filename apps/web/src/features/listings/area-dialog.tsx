import { api, type AreaView } from '@plumgate/contract';
import { AreaContent } from '@plumgate/core/market';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { LongField, TextField } from '../../ui/field.tsx';
import { linesOf } from '../../ui/lines-of.ts';

/** Which homes are of a neighborhood: by postcode or town. What was drawn stays as it is. */
export function AreaDialog({
  clientId,
  area,
  onClose,
}: {
  clientId: string;
  /** Null for a new one. */
  area: AreaView | null;
  onClose: () => void;
}) {
  const refresh = useRefreshAll();
  const { name: was = '', postcodes = [], towns = [], outline = [] } = area?.content ?? {};
  const [name, setName] = useState(was);
  const [typed, setTyped] = useState({
    postcodes: postcodes.join('\n'),
    towns: towns.join('\n'),
  });
  const [failure, setFailure] = useState<unknown>(null);
  const content = {
    ...{ name, outline },
    ...{ postcodes: linesOf(typed.postcodes), towns: linesOf(typed.towns) },
  };
  const isWhole = AreaContent.safeParse(content).success;
  const save = () =>
    area
      ? call(api.saveArea, {
          params: { areaId: area.id },
          body: { version: area.version, content },
        })
      : call(api.createArea, { params: { clientId }, body: content });
  return (
    <Dialog title={area ? 'The area' : 'New area'} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          save().then(() => {
            void refresh();
            onClose();
          }, setFailure);
        }}
      >
        <TextField
          label="Name"
          autoFocus
          maxLength={80}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <LongField
          label="Postcodes, one per line"
          rows={3}
          value={typed.postcodes}
          onChange={({ target }) => setTyped({ ...typed, postcodes: target.value })}
        />
        <LongField
          label="Towns, one per line"
          help="A home is of the area when its postcode or its town is among these"
          rows={3}
          value={typed.towns}
          onChange={({ target }) => setTyped({ ...typed, towns: target.value })}
        />
        <DialogFoot does="Save" off={!isWhole} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
