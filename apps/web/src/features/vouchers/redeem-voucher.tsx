import { api, type RedeemedVoucher } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { CircleCheck, ScanLine, Ticket } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { CodeCamera } from './code-camera.tsx';
import { FailureLine } from '../../ui/states.tsx';

/** The way for the front desk to redeem a voucher; not there while the client has none. */
export function RedeemVoucher({ clientId }: { clientId: ClientId }) {
  const { data } = useEndpoint(api.listVoucherPools, { params: { clientId } });
  const [isOpen, setOpen] = useState(false);
  if (!data || data.pools.length === 0) return null;
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <Ticket className="size-4" aria-hidden /> Redeem a voucher
      </Button>
      {isOpen && <RedeemDialog clientId={clientId} onClose={() => setOpen(false)} />}
    </>
  );
}

function RedeemDialog({ clientId, onClose }: { clientId: ClientId; onClose: () => void }) {
  const [code, setCode] = useState('');
  const [redeemed, setRedeemed] = useState<RedeemedVoucher | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const [isScanning, setScanning] = useState(false);
  const mayScan = 'mediaDevices' in navigator;
  const redeem = async (typed = code) => {
    setRedeemed(null);
    setFailure(null);
    try {
      setRedeemed(await call(api.redeemVoucher, { params: { clientId, code: typed.trim() } }));
      setCode('');
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Redeem a voucher" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void redeem();
        }}
      >
        <TextField
          label="Code"
          autoFocus
          autoComplete="off"
          maxLength={100}
          className="h-12 w-full rounded-control border border-strong-line px-3 text-xl tracking-widest uppercase"
          value={code}
          onChange={({ target }) => setCode(target.value)}
        />
        {isScanning ? (
          <CodeCamera
            onCode={(scanned) => {
              setScanning(false);
              setCode(scanned);
              void redeem(scanned);
            }}
            onClose={() => setScanning(false)}
          />
        ) : (
          mayScan && (
            <Button className="w-fit" onClick={() => setScanning(true)}>
              <ScanLine className="size-4" aria-hidden /> Scan with the camera
            </Button>
          )
        )}
        <FailureLine failure={failure} />
        {redeemed && <Redeemed voucher={redeemed} />}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Close</Button>
          <Button look="main" type="submit" disabled={code.trim() === ''}>
            Redeem
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

const Redeemed = ({ voucher: { code, name, worth, person } }: { voucher: RedeemedVoucher }) => (
  <div role="status" className="flex gap-3 rounded-card bg-leaf-tint px-4 py-3 text-leaf">
    <CircleCheck className="mt-0.5 size-5 shrink-0" aria-hidden />
    <div>
      <p className="font-semibold">{worth || name}</p>
      <p>
        {code} is redeemed{person ? `, for ${person.name}` : ''}.
      </p>
    </div>
  </div>
);
