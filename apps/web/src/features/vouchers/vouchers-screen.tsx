import { api, type VoucherPoolView } from '@plumgate/contract';
import { fewCodes } from '@plumgate/core/vouchers';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useRemoval } from '../bin/use-removal.tsx';
import { FollowUpTabs } from '../followup/follow-up-tabs.tsx';
import { AddCodes } from './add-codes.tsx';
import { PoolDialog } from './pool-dialog.tsx';

/** The vouchers of a client: what they are worth, how many codes are left, given and redeemed. */
export function VouchersScreen() {
  const client = useClient();
  const refresh = useRefreshAll();
  const [open, setOpen] = useState<VoucherPoolView | 'new' | null>(null);
  const list = useEndpoint(
    api.listVoucherPools,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client || !list.data) return <Skeleton />;
  const { pools } = list.data;
  return (
    <>
      <PageHead title="Follow-up">
        <Button look="main" onClick={() => setOpen('new')}>
          <Plus className="size-4" aria-hidden /> New vouchers
        </Button>
      </PageHead>
      <FollowUpTabs slug={client.slug} />
      {pools.length === 0 ? (
        <Empty title={`No vouchers for ${client.name} yet`}>
          <p>
            Each person gets a code of their own in an email or a text, and the front desk redeems
            it once.
          </p>
        </Empty>
      ) : (
        <ul className="grid gap-3 p-6 max-md:p-4">
          {pools.map((pool) => (
            <Pool key={pool.id} pool={pool} onEdit={() => setOpen(pool)} />
          ))}
        </ul>
      )}
      {open && (
        <PoolDialog
          clientId={client.id}
          pool={open === 'new' ? null : open}
          onClose={() => setOpen(null)}
          onSaved={() => {
            setOpen(null);
            void refresh();
          }}
        />
      )}
    </>
  );
}

function Pool({ pool, onEdit }: { pool: VoucherPoolView; onEdit: () => void }) {
  const { content, codes, given, redeemed } = pool;
  const [isAdding, setAdding] = useState(false);
  const { remove, removal } = useRemoval();
  const left = codes - given;
  return (
    <li className="flex flex-wrap items-center gap-x-6 gap-y-2 rounded-card border border-line bg-sheet px-5 py-4">
      <div className="min-w-0 flex-1 basis-56">
        <div className="flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="font-title text-lg font-semibold hover:underline"
            onClick={onEdit}
          >
            {content.name}
          </button>
          <LeftPill left={left} />
        </div>
        <p className="text-muted">
          {[content.worth, content.lastDay && `until ${content.lastDay}`]
            .filter(Boolean)
            .join(' · ') || 'Says nothing of what it is worth yet'}
        </p>
      </div>
      <dl className="flex gap-6 text-right">
        <Figure label="Codes" value={codes} />
        <Figure label="Given" value={given} />
        <Figure label="Redeemed" value={redeemed} />
      </dl>
      <Button onClick={() => setAdding(true)}>Add codes</Button>
      <IconButton
        label={`Delete ${content.name}`}
        onClick={() =>
          void remove({
            kind: 'vouchers',
            id: pool.id,
            does: () => call(api.removeVoucherPool, { params: { voucherPoolId: pool.id } }),
          })
        }
      >
        <Trash2 />
      </IconButton>
      {removal}
      {isAdding && <AddCodes pool={pool} onClose={() => setAdding(false)} />}
    </li>
  );
}

function LeftPill({ left }: { left: number }) {
  if (left === 0) return <Pill tone="brick">No code left</Pill>;
  if (left <= fewCodes) return <Pill tone="honey">Only {left} left</Pill>;
  return <Pill tone="leaf">{left.toLocaleString('en-US')} left</Pill>;
}

const Figure = ({ label, value }: { label: string; value: number }) => (
  <div>
    <dt className="text-xs text-muted">{label}</dt>
    <dd className="font-semibold">{value.toLocaleString('en-US')}</dd>
  </div>
);
