import { api, type PathBoard, type PathStep } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { ExternalLink, Pencil } from 'lucide-react';
import { Fragment } from 'react';
import { Link, useParams } from 'react-router';
import { useAsk } from '../../api/hooks.ts';
import { useClient } from '../../shell/client.ts';
import { PageHead } from '../../ui/page-head.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { Miniature } from '../pages/miniature.tsx';
import { Arrivals } from './arrivals.tsx';
import { KeepFunnel } from './keep-funnel.tsx';

/** A funnel's home: where visitors come from, its pages, what carries them on and how many it carries. */
export function PathScreen() {
  const { funnelId = '' } = useParams();
  const client = useClient();
  const board = useAsk(api.getPath, { params: { funnelId } }, { refetchInterval: 15_000 });
  if (board.isError) return <Failed error={board.error} again={() => void board.refetch()} />;
  if (!client || !board.data) return <Skeleton />;
  const { funnel, steps, arrivals, days, leads } = board.data;
  const visitors = steps[0]?.visitors ?? 0;
  return (
    <div className="flex min-h-full flex-col">
      <PageHead
        title={funnel.name}
        above={
          <Link className="hover:underline" to={`/${client.slug}/funnels`}>
            Funnels
          </Link>
        }
        beside={steps[0] && <StatePill state={steps[0].state} />}
      >
        <p className="text-xs text-muted tabular-nums">
          Last {days} days: {visitors.toLocaleString('en-US')} visitors,{' '}
          {leads.toLocaleString('en-US')} leads, {shareText(leads, visitors)} of visitors
        </p>
        <KeepFunnel board={board.data} />
      </PageHead>
      <div className="flex flex-1 items-start overflow-x-auto px-6 py-7 max-md:flex-col max-md:gap-6">
        <Arrivals arrivals={arrivals} />
        {steps.map((step, index) => (
          <Fragment key={step.pageId}>
            {index > 0 && <Hop from={steps[index - 1]!} to={step} />}
            <Step step={step} number={index + 1} clientSlug={client.slug} />
          </Fragment>
        ))}
      </div>
    </div>
  );
}

const dots = {
  tag: 'bg-tide',
  give: 'bg-plum',
  start: 'bg-leaf',
  tell: 'bg-honey',
  book: 'bg-leaf',
} as const;

function Step({
  step,
  number,
  clientSlug,
}: {
  step: PathStep;
  number: number;
  clientSlug: string;
}) {
  const editor = `/${clientSlug}/pages/${step.pageId}`;
  return (
    <section className="w-56 shrink-0" aria-label={`Step ${number}, ${step.name}`}>
      <div className="overflow-hidden rounded-card border border-strong-line bg-sheet">
        <h2 className="flex h-11 items-center justify-between gap-2 border-b border-line px-3.5 font-sans text-sm">
          <span className="truncate">
            {number} · {step.name}
          </span>
          <StatePill state={step.state} />
        </h2>
        <Link
          to={editor}
          aria-label={`Edit ${step.name}`}
          className="group relative grid h-[196px] justify-items-center bg-paper pt-4"
        >
          <div className="overflow-hidden rounded-t-lg border border-b-0 border-strong-line">
            <Miniature pageId={step.pageId} name={step.name} width={156} height={180} />
          </div>
          <span className="absolute inset-x-0 bottom-3 mx-auto hidden w-fit items-center gap-1.5 rounded-full bg-plum px-3 py-1 text-xs font-semibold text-sheet group-hover:flex group-focus-visible:flex">
            <Pencil className="size-3" aria-hidden /> Edit the page
          </span>
        </Link>
        <dl className="grid grid-cols-3 gap-2 border-t border-line px-3.5 py-2.5 tabular-nums">
          <Number value={step.visitors.toLocaleString('en-US')} label="visitors" />
          <Number value={shareText(step.phoneVisitors, step.visitors)} label="on phones" />
          {step.movesOnBy && (
            <Number
              value={step.leads.toLocaleString('en-US')}
              label={step.books ? 'booked' : 'leads'}
            />
          )}
        </dl>
        <a
          className="flex items-center gap-1.5 border-t border-line px-3.5 py-2 text-xs text-muted hover:text-plum-dark"
          href={step.address}
          target="_blank"
          rel="noreferrer"
        >
          <span className="truncate">/{step.slug}</span>
          <ExternalLink className="size-3 shrink-0" aria-hidden />
          <span className="sr-only">opens the live page</span>
        </a>
      </div>
      {step.happenings.length > 0 && (
        <div className="mt-5">
          <h3 className="mb-2 font-sans text-xs font-semibold text-muted">When the form arrives</h3>
          <ul className="grid gap-1.5">
            {step.happenings.map((line) => (
              <li
                key={line.kind + line.text}
                className="flex items-start gap-2.5 rounded-control border border-line bg-sheet px-3 py-1"
              >
                <span
                  aria-hidden
                  className={`mt-1.5 size-2 shrink-0 rounded-sm ${dots[line.kind]}`}
                />
                <span className="min-w-0">
                  {line.sequenceId ? (
                    <Link
                      className="font-semibold text-plum-dark hover:underline"
                      to={`/${clientSlug}/follow-up/${line.sequenceId}`}
                    >
                      {line.text}
                    </Link>
                  ) : (
                    <span className="font-semibold break-words">{line.text}</span>
                  )}
                  <span className="block text-xs text-muted">{line.note}</span>
                </span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function Number({ value, label }: { value: string; label: string }) {
  return (
    <div className="flex flex-col-reverse">
      <dt className="text-xs text-muted">{label}</dt>
      <dd className="text-[17px] font-semibold">{value}</dd>
    </div>
  );
}

/** From one step to the next: what carries a visitor on, and the share that it carries, as thick as it is. */
function Hop({ from, to }: { from: PathBoard['steps'][number]; to: PathBoard['steps'][number] }) {
  const share = from.visitors > 0 ? to.visitors / from.visitors : 0;
  const broken = from.movesOnBy === null;
  return (
    <div className="w-28 shrink-0 self-start pt-[122px] text-center max-md:w-64 max-md:pt-0">
      <div
        aria-hidden
        className={`w-full ${broken ? 'border-t-2 border-dashed border-brick' : 'bg-plum/30'}`}
        style={{ height: broken ? 0 : Math.max(3, Math.round(share * 60)) }}
      />
      {broken ? (
        <p className="mt-2 px-2 text-xs font-semibold text-brick">
          Nothing leads on from here. Add a form or a button to the next step.
        </p>
      ) : (
        <>
          <p className="mt-2 text-xl font-semibold tabular-nums">
            {shareText(to.visitors, from.visitors)}
          </p>
          <p className="text-xs text-muted">pass on by</p>
          <p className="px-2 text-xs font-semibold break-words text-plum-dark">{from.movesOnBy}</p>
        </>
      )}
    </div>
  );
}
