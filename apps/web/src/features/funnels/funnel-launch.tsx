import { api, type PathBoard } from '@plumgate/contract';
import type { FixPlace } from '@plumgate/core/launch';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { useAct } from '../../ui/use-act.ts';
import { FunnelChanges } from './funnel-changes.tsx';
import { FindingsList, LaunchCount, readingWords } from '../launch/findings-list.tsx';

/** The launch check over all pages of a funnel, what would change, and the one press that publishes them together. */
export function FunnelLaunch({ board, clientSlug }: { board: PathBoard; clientSlug: string }) {
  const act = useAct();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const [comparing, setComparing] = useState(false);
  const [publishing, setPublishing] = useState(false);
  const params = { funnelId: board.funnel.id };
  const pages =
    useEndpoint(api.checkLaunch, { params }, { refetchOnMount: 'always' }).data?.pages ?? [];
  const findings = pages.flatMap((page) => page.findings);
  const changed = board.steps.filter(({ state }) => state !== 'live');
  const [waiting, ready] = [changed.length, changed.filter((step) => step.ready).length];
  const publish = async (only?: 'ready') => {
    setPublishing(true);
    await act(async () => {
      const { published } = await call(api.publishFunnel, { params, query: only ? { only } : {} });
      return {
        said: `Published ${published} ${published === 1 ? 'step' : 'steps'}. Visitors see them from now on.`,
      };
    });
    setPublishing(false);
  };
  const fix = (pageId: string) => (place: FixPlace) => {
    setOpen(false);
    const elsewhere = { facts: 'set-up', calendars: 'bookings', tags: 'results/tags' } as const;
    if (place.at === 'path') return;
    if (place.at === 'facts' || place.at === 'calendars' || place.at === 'tags')
      return void navigate(`/${clientSlug}/${elsewhere[place.at]}`);
    const part = place.at === 'part' ? `?part=${place.part}` : `?show=${place.at}`;
    void navigate(`/${clientSlug}/pages/${pageId}${part}`);
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        Launch check <LaunchCount findings={findings} />
      </Button>
      {waiting > 0 && <Button onClick={() => setComparing(true)}>See changes</Button>}
      {waiting === 0 ? (
        <span className="text-[13px] text-muted">Up to date</span>
      ) : (
        <>
          {ready > 0 && ready < waiting && (
            <Button disabled={publishing} onClick={() => void publish('ready')}>
              {ready === 1 ? 'Publish the ready step' : `Publish the ${ready} ready steps`}
            </Button>
          )}
          <Button look="main" disabled={publishing} onClick={() => void publish()}>
            {waiting === 1 ? 'Publish 1 step' : `Publish ${waiting} steps`}
          </Button>
        </>
      )}
      {comparing && <FunnelChanges board={board} onClose={() => setComparing(false)} />}
      {open && (
        <Dialog title="Launch check" width="w-[620px]" onClose={() => setOpen(false)}>
          <div className="grid gap-5">
            {pages.map((page, index) => (
              <section key={page.pageId}>
                <h3 className="flex items-baseline justify-between gap-3 border-b border-line pb-1 text-base">
                  <span>
                    {index + 1} · {page.name}
                  </span>
                  <span className="font-sans text-xs font-normal text-muted">
                    {readingWords(page.reading)}
                  </span>
                </h3>
                <FindingsList findings={page.findings} onFix={fix(page.pageId)} />
              </section>
            ))}
          </div>
        </Dialog>
      )}
    </>
  );
}
