import { api, type VoucherPoolView } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { VoucherPoolContent } from '@plumgate/core/vouchers';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';

/** A name as merge fields have it: `Spring offer` is `spring_offer`. */
const keyOf = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 40);

/** What vouchers are called and worth, and their last day. */
export function PoolDialog({
  clientId,
  pool,
  onSaved,
  onClose,
}: {
  clientId: ClientId;
  pool: VoucherPoolView | null;
  onSaved: () => void;
  onClose: () => void;
}) {
  const [content, setContent] = useState<VoucherPoolContent>(
    pool?.content ?? { name: '', key: '', worth: '', lastDay: null },
  );
  const [failure, setFailure] = useState<unknown>(null);
  const set = (changes: Partial<VoucherPoolContent>) => setContent({ ...content, ...changes });
  const isWhole = VoucherPoolContent.safeParse(content).success;
  return (
    <Dialog title={pool ? 'Vouchers' : 'New vouchers'} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          const saving = pool
            ? call(api.saveVoucherPool, {
                params: { voucherPoolId: pool.id },
                body: { version: pool.version, content },
              })
            : call(api.createVoucherPool, { params: { clientId }, body: content });
          saving.then(onSaved, setFailure);
        }}
      >
        <TextField
          label="Name"
          autoFocus
          maxLength={60}
          value={content.name}
          onChange={({ target }) =>
            // Words name them by this from the first day on: later only the shown name changes.
            set({ name: target.value, ...(!pool && { key: keyOf(target.value) }) })
          }
        />
        <TextField
          label="Worth"
          help="What the front desk gives for one, such as $50 off a first visit"
          maxLength={200}
          value={content.worth}
          onChange={({ target }) => set({ worth: target.value })}
        />
        <TextField
          label="Last day"
          type="date"
          help="Empty for none. After it nobody gets one, and none is redeemed."
          value={content.lastDay ?? ''}
          onChange={({ target }) => set({ lastDay: target.value || null })}
        />
        <DialogFoot does="Save" off={!isWhole} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
