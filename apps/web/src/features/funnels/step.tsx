import { api, type PathBoard, type PathStep } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { Ellipsis, ExternalLink, GripVertical, Pencil } from 'lucide-react';
import { Fragment, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { IconButton } from '../../ui/button.tsx';
import { Menu } from '../../ui/menu.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { useAct } from '../../ui/use-act.ts';
import { ownVisit } from '../pages/own-visit.ts';
import { ShareDialog } from '../sharing/share-dialog.tsx';
import { Miniature } from '../pages/miniature.tsx';
import { CopyStep } from './copy-step.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { NameIt } from './rename.tsx';
import { useRemoval } from '../bin/use-removal.tsx';
import { endOfMenu, stepActions } from './page-actions.ts';
import { useGrip } from './path-bench.tsx';

const dots = {
  tag: 'bg-tide',
  assign: 'bg-plum',
  start: 'bg-leaf',
  stage: 'bg-leaf',
  task: 'bg-honey',
  notify: 'bg-honey',
  book: 'bg-leaf',
} as const;

/** One step: the page as it looks, its numbers, and under it what happens there. */
export function Step({
  board,
  step,
  number,
  clientSlug,
}: {
  board: PathBoard;
  step: PathStep;
  number: number;
  clientSlug: string;
}) {
  const editor = `/${clientSlug}/pages/${step.pageId}`;
  const grip = useGrip();
  const client = useClient();
  return (
    <section className="w-56 shrink-0" aria-label={`Step ${number}, ${step.name}`}>
      <div className="overflow-hidden rounded-card border border-strong-line bg-sheet">
        <h2 className="flex h-14 items-center gap-0.5 border-b border-line pr-1 pl-0.5 font-sans text-sm">
          <button
            type="button"
            {...grip}
            aria-label={`Move step ${number}, ${step.name}`}
            className="cursor-grab rounded p-0.5 text-muted hover:text-plum-dark"
          >
            <GripVertical className="size-4" aria-hidden />
          </button>
          <span className="grid min-w-0 flex-1 justify-items-start gap-0.5">
            <span className="max-w-full truncate" title={step.name}>
              {number} · {step.name}
            </span>
            <span className="flex items-center gap-1.5">
              <StatePill state={step.state} />
              {step.ready && (
                <span className="rounded-full bg-leaf-tint px-2 py-0.5 text-xs font-semibold text-leaf">
                  Ready
                </span>
              )}
            </span>
          </span>
          <StepMenu board={board} step={step} number={number} editor={editor} />
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
        {step.sections.length > 0 && (
          <dl
            aria-label="Sections"
            className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-2 gap-y-0.5 border-t border-line px-3.5 py-2 text-xs tabular-nums"
          >
            {step.sections.map(({ id, name, visitors }) => (
              <Fragment key={id}>
                <dt className="truncate text-muted" title={name}>
                  {name || id}
                </dt>
                <dd>{visitors.toLocaleString('en-US')}</dd>
              </Fragment>
            ))}
          </dl>
        )}
        <a
          className="flex items-center gap-1.5 border-t border-line px-3.5 py-2 text-xs text-muted hover:text-plum-dark"
          href={client ? ownVisit(step.address, client) : step.address}
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
          <h3 className="mb-2 font-sans text-xs font-semibold text-muted">After the form</h3>
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

function StepMenu({
  board,
  step,
  number,
  editor,
}: {
  board: PathBoard;
  step: PathStep;
  number: number;
  editor: string;
}) {
  const act = useAct();
  const { remove, removal } = useRemoval();
  const navigate = useNavigate();
  const [asking, setAsking] = useState<'name' | 'copy' | 'share' | null>(null);
  const { pageId, name } = step;
  const out = (as: 'bundle' | 'html') =>
    saveFile(api.exportPage, { params: { pageId }, query: { as } });
  const copyHere = async () => {
    const made = await call(api.addStep, {
      params: { funnelId: board.funnel.id },
      body: { name: `${name}, again`, position: number, from: { pageId } },
    });
    return {
      said: `Copied. Its form is a copy too.`,
      undo: () => call(api.removeStep, { params: made }),
    };
  };
  return (
    <>
      <Menu
        trigger={
          <IconButton label={`Actions for ${name}`}>
            <Ellipsis />
          </IconButton>
        }
        items={[
          { label: 'Edit the page', does: () => void navigate(editor) },
          { label: 'Rename…', does: () => setAsking('name') },
          { label: 'Duplicate', does: () => void act(copyHere) },
          { label: 'Copy it into another funnel…', does: () => setAsking('copy') },
          {
            label: step.ready ? 'No longer ready' : 'Mark as ready',
            off: step.state === 'live',
            does: () =>
              void act(() => (step.ready ? stepActions.notReady(step) : stepActions.ready(step))),
          },
          { label: 'Share its link…', does: () => setAsking('share') },
          { label: 'Export as a zip', does: () => void act(() => out('bundle')) },
          { label: 'Export as plain HTML', does: () => void act(() => out('html')) },
          null,
          ...endOfMenu(step, act, remove),
        ]}
      />
      {asking === 'name' && (
        <NameIt
          what="the step"
          name={name}
          onClose={() => setAsking(null)}
          onName={(wanted) => stepActions.rename(step, wanted)}
        />
      )}
      {asking === 'share' && (
        <ShareDialog board={board} startAt={pageId} onClose={() => setAsking(null)} />
      )}
      {asking === 'copy' && <CopyStep step={step} onClose={() => setAsking(null)} />}
      {removal}
    </>
  );
}
