import { api } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { Link } from 'react-router';
import { useAsk } from '../../api/hooks.ts';
import { useClient } from '../../shell/client.ts';
import { PageHead } from '../../ui/page-head.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';

export function FunnelsScreen() {
  const client = useClient();
  const funnels = useAsk(
    api.listFunnels,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (funnels.isError) return <Failed error={funnels.error} again={() => void funnels.refetch()} />;
  if (!client || !funnels.data) return <Skeleton />;
  const list = funnels.data.funnels;
  return (
    <>
      <PageHead title="Funnels">
        <Link
          className="inline-flex h-8 items-center rounded-control bg-plum px-3.5 text-[13px] font-semibold text-sheet hover:bg-plum-dark"
          to={`/${client.slug}/funnels/new`}
        >
          Start a funnel
        </Link>
      </PageHead>
      {list.length === 0 ? (
        <Empty title={`Nothing built for ${client.name} yet`}>
          <p>
            A funnel is a page with a form and the page that thanks for it. Start the first one from
            a template or from nothing; you can change every word later.
          </p>
        </Empty>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[640px] tabular-nums">
            <thead className="text-left text-xs text-muted">
              <tr className="h-9 border-b border-line">
                <th className="pl-6 font-semibold">Name</th>
                <th className="font-semibold">State</th>
                <th className="font-semibold">First page</th>
                <th className="text-right font-semibold">Visitors, 30 days</th>
                <th className="text-right font-semibold">Leads</th>
                <th className="pr-6 text-right font-semibold">Conversion rate</th>
              </tr>
            </thead>
            <tbody>
              {list.map((funnel) => (
                <tr key={funnel.id} className="h-11 border-b border-line hover:bg-sheet">
                  <td className="pl-6 font-semibold">
                    <Link
                      className="hover:text-plum-dark hover:underline"
                      to={`/${client.slug}/funnels/${funnel.id}`}
                    >
                      {funnel.name}
                    </Link>
                    <span className="ml-2 font-normal text-muted">{funnel.steps} steps</span>
                  </td>
                  <td>
                    <StatePill state={funnel.state} />
                  </td>
                  <td className="max-w-72 truncate text-muted">{funnel.address}</td>
                  <td className="text-right">{funnel.visitors30.toLocaleString('en-US')}</td>
                  <td className="text-right">{funnel.leads30.toLocaleString('en-US')}</td>
                  <td className="pr-6 text-right font-semibold">
                    {shareText(funnel.leads30, funnel.visitors30)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}
