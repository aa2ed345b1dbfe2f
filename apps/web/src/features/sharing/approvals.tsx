import { api, type ApprovalView } from '@plumgate/contract';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { putOnClipboard } from '../../ui/copy-text.ts';
import { Pill } from '../../ui/pill.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayText, whenText } from '../../ui/when.ts';

const days = 14;

/** Links by which the client looks at the drafts, and what was said by them. */
export function Approvals({ funnelId }: { funnelId: string }) {
  const params = { funnelId };
  const approvals = useEndpoint(api.listApprovals, { params }).data?.approvals ?? [];
  const refresh = useRefreshAll();
  const [made, setMade] = useState<{ href: string; isCopied: boolean } | null>(null);
  const make = async () => {
    try {
      const { href } = await call(api.createApproval, { params, body: { days } });
      setMade({ href, isCopied: await putOnClipboard(href) });
      await refresh();
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <section className="grid gap-3 border-t border-line pt-5">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="flex-1 text-lg">Client approval</h3>
        <Button onClick={() => void make()}>Create approval link</Button>
      </div>
      {made ? (
        <div className="grid gap-1">
          <p className="rounded-control border border-line bg-paper px-3 py-2 break-all">
            {made.href}
          </p>
          <p className="text-xs text-muted">
            {made.isCopied ? 'Copied.' : 'Copy it now.'} It works for {days} days. It is shown only
            now and can’t be read again later.
          </p>
        </div>
      ) : (
        approvals.length === 0 && (
          <p className="text-muted">
            An approval link shows the drafts, on phone and wide, without an account. People who
            have it can pin remarks to the page or approve it.
          </p>
        )
      )}
      {approvals.map((approval) => (
        <Approval key={approval.id} approval={approval} />
      ))}
    </section>
  );
}

const states = { open: 'Open', expired: 'Over', closed: 'Ended' } as const;

function Approval({ approval }: { approval: ApprovalView }) {
  const { client: slug } = useParams();
  const zone = useClient()?.zone ?? 'UTC';
  const act = useAct();
  const close = () =>
    act(async () => {
      await call(api.closeApproval, { params: { approvalId: approval.id } });
      return { said: 'The link has ended. Its remarks stay here.' };
    });
  const finish = (id: number, done: boolean) =>
    act(async () => {
      const set = (to: boolean) =>
        call(api.finishRemark, { params: { remarkId: String(id) }, body: { done: to } });
      await set(done);
      return { said: done ? 'Done.' : 'Open again.', undo: () => set(!done) };
    });
  return (
    <div className="rounded-card border border-line p-3">
      <div className="flex flex-wrap items-center gap-2">
        <span className="flex-1">
          Made {dayText(approval.createdAt, zone)}, until {dayText(approval.expiresAt, zone)}
        </span>
        {approval.approved && <Pill tone="leaf">Approved by {approval.approved.by}</Pill>}
        <Pill>{states[approval.state]}</Pill>
        {approval.state === 'open' && (
          <Button look="quiet" onClick={() => void close()}>
            End it
          </Button>
        )}
      </div>
      {approval.remarks.length > 0 && (
        <ul className="mt-2 grid">
          {approval.remarks.map((remark) => (
            <li
              key={remark.id}
              className="flex items-start gap-2 border-t border-line py-2 first:border-0"
            >
              <input
                type="checkbox"
                className="mt-1"
                aria-label={`Done: ${remark.words}`}
                checked={remark.done}
                onChange={(event) => void finish(remark.id, event.target.checked)}
              />
              <div className={`min-w-0 flex-1 ${remark.done ? 'text-muted line-through' : ''}`}>
                <p className="break-words">{remark.words}</p>
                <p className="text-xs text-muted">
                  {remark.who}, {whenText(remark.at, zone)}
                </p>
              </div>
              <Link
                className="text-xs font-semibold text-plum-dark hover:underline"
                to={`/${slug}/pages/${remark.pageId}${remark.part ? `?part=${remark.part}` : ''}`}
              >
                {remark.page}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
