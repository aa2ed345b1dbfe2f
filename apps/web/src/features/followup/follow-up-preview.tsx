import type { ClientSheet } from '@plumgate/contract';
import {
  stepWhenWords,
  waitsForWords,
  Way,
  type SequenceContent,
  type SequenceStep,
} from '@plumgate/core/followup';
import type { PageId } from '@plumgate/core/basics';
import { EmailFrame } from '../writing/email-frame.tsx';
import { emailView } from '../writing/email-view.ts';
import { useSampleEvent, useSequenceSample } from './sample-values.ts';
import { filledStepName, stepsInLane, stepsOn } from './steps.ts';

const [width, scale, height] = [600, 0.54, 210];

/** A sequence on its ruler, to be read: when each step comes, and its message as this client's people would get it. */
export function FollowUpPreview({
  sheet,
  content,
  pages,
}: {
  sheet: ClientSheet;
  content: SequenceContent;
  pages: { pageId: PageId; slug: string; live: boolean }[];
}) {
  const sample = useSequenceSample(sheet, content.event);
  const counted = useSampleEvent(sheet, content.event);
  // An event that is not chosen yet has a name, too, so that the words read as they will.
  const values = counted ? sample : { ...sample, event: { ...sample.event, name: 'Your event' } };
  const view = emailView(sheet, pages, values);
  const step = (one: SequenceStep) => (
    <li key={one.id} className="grid gap-2">
      <div className="grid grid-cols-[120px_1fr] items-start gap-4 max-md:grid-cols-1 max-md:gap-1">
        <p className="pt-1 text-right text-[13px] font-semibold max-md:text-left">
          {stepWhenWords(one)}
        </p>
        <Shown step={one} view={view} name={filledStepName(one.action, values, [])} />
      </div>
      {one.action.kind === 'wait' && (
        <div className="ml-[136px] grid gap-3 max-md:ml-0">
          {Way.options.map((way) => {
            const steps = stepsInLane(content, { wait: one.id, way });
            if (steps.length === 0 || one.action.kind !== 'wait') return null;
            return (
              <section
                key={way}
                className={`rounded-card border-l-4 bg-paper/60 py-2 pl-3 ${way === 'happened' ? 'border-leaf' : 'border-honey'}`}
              >
                <h3 className="mb-2 font-sans text-[13px] font-semibold">
                  {way === 'happened' ? `If ${waitsForWords(one.action.until)} in time` : 'If not'}
                </h3>
                <ol className="grid gap-3">{steps.map(step)}</ol>
              </section>
            );
          })}
        </div>
      )}
    </li>
  );
  return (
    <ol aria-label="Its steps" className="mt-5 grid gap-4">
      {stepsOn(content, 'joined', 'after').map(step)}
      {content.event.kind !== 'none' && (
        <>
          {stepsOn(content, 'event', 'before').map(step)}
          <li className="ml-[136px] rounded-card border border-leaf/40 bg-leaf-tint px-4 py-2 font-semibold text-leaf max-md:ml-0">
            {counted?.name ?? 'The booking'}
          </li>
          {stepsOn(content, 'event', 'after').map(step)}
        </>
      )}
    </ol>
  );
}

/** What one step does: an email as it looks, a text as it reads, anything else in words. */
function Shown({
  step: { action },
  view,
  name,
}: {
  step: SequenceStep;
  view: ReturnType<typeof emailView>;
  name: string;
}) {
  if (action.kind === 'email')
    return (
      <div className="min-w-0 overflow-hidden rounded-control border border-strong-line bg-sheet">
        <p className="truncate border-b border-line px-3 py-1.5 font-semibold">
          {view.reading.merge(action.subject)}
        </p>
        <div className="flex justify-center bg-[#F4F2EE]" style={{ height }}>
          <EmailFrame
            blocks={action.blocks}
            view={view}
            title={`The email “${view.reading.merge(action.subject)}”`}
            isStill
            {...{ width, scale, height }}
          />
        </div>
      </div>
    );
  if (action.kind === 'text')
    return (
      <p className="max-w-md rounded-card border border-strong-line bg-sheet px-3 py-2">
        <span className="block text-xs font-semibold text-muted">
          Text, to those who agreed to texts
        </span>
        {view.reading.merge(action.body)}
      </p>
    );
  return <p className="pt-1 font-semibold">{name}</p>;
}
