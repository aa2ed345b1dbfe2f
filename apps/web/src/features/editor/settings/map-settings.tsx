import type { EditorPage } from '@plumgate/contract';
import { addressLine, clientFields } from '@plumgate/core/clients';
import { fillOrKeep } from '@plumgate/core/messages';
import type { BlockOf } from '@plumgate/core/page';
import { TextField } from '../../../ui/field.tsx';
import { PlaceField } from '../../fact-sheet/place-field.tsx';
import { useSet } from './use-set.ts';

/** What the settings have room for, in pixels. */
const panelWidth = 234;

/** The client’s place from the fact sheet, or an address of the block's own. */
export function MapSettings({
  block: { id, address, place },
  page: { client },
}: {
  block: BlockOf<'map'>;
  page: EditorPage;
}) {
  const set = useSet(id);
  return (
    <>
      <TextField
        label="Address"
        help="Empty shows where the client is"
        placeholder={addressLine(client.facts)}
        maxLength={200}
        value={address}
        onChange={(event) => set({ address: event.target.value, place: null })}
      />
      {address.trim() && (
        <PlaceField
          place={place}
          width={panelWidth}
          address={() => fillOrKeep(address, { client: clientFields(client.name, client.facts) })}
          onChange={(found) => set({ place: found })}
        />
      )}
    </>
  );
}
