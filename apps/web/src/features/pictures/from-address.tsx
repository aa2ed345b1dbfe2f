import { api } from '@plumgate/contract';
import type { ClientId, PictureRef } from '@plumgate/core/basics';
import { useState } from 'react';
import { call, messageOf } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { Fold } from '../../ui/fold.tsx';
import { refOf } from './picture-files.ts';

/** A picture by its web address: fetched once and stored with the client's own, or a sentence that says why not. */
export function FromAddress({ onFetched }: { onFetched: (picture: PictureRef) => void }) {
  const client = useClient();
  return (
    <Fold summary="From a web address">
      {client && <AddressForm clientId={client.id} onFetched={onFetched} />}
    </Fold>
  );
}

function AddressForm({
  clientId,
  onFetched,
}: {
  clientId: ClientId;
  onFetched: (picture: PictureRef) => void;
}) {
  const refresh = useRefreshAll();
  const [address, setAddress] = useState('');
  const [problem, setProblem] = useState('');
  const [isFetching, setFetching] = useState(false);
  const fetchIt = async () => {
    setFetching(true);
    setProblem('');
    try {
      const picture = await call(api.fetchPicture, {
        params: { clientId },
        body: { address: address.trim() },
      });
      await refresh();
      setAddress('');
      onFetched(refOf(picture));
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setFetching(false);
    }
  };
  return (
    <div className="grid gap-2">
      <TextField
        label="Address of the picture"
        placeholder="https://"
        value={address}
        error={problem || undefined}
        onChange={(event) => setAddress(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          void fetchIt();
        }}
      />
      <Button
        size="small"
        disabled={isFetching || address.trim() === ''}
        onClick={() => void fetchIt()}
      >
        {isFetching ? 'Fetching…' : 'Fetch it'}
      </Button>
    </div>
  );
}
