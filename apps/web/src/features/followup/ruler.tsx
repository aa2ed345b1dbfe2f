import { api, termNames, type ClientSheet, type StepFigures } from '@plumgate/contract';
import { askedTerms, conditionsWords } from '@plumgate/core/conditions';
import {
  leftOutWords,
  mostLanesDeep,
  stepWhenWords,
  waitsForWords,
  Way,
  type Lane,
  type SequenceContent,
  type SequenceStep,
  type WaitsFor,
} from '@plumgate/core/followup';
import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { momentOf, whenText } from '../../ui/when.ts';
import type { Askable } from '../conditions/askable.ts';
import { useSampleEvent, useSequenceSample } from './sample-values.ts';
import { figureWords } from './figure-words.ts';
import { deepness, newStep, filledStepName, stepsInLane, stepsOn, withoutStep } from './steps.ts';
import { StepsBar } from './steps-bar.tsx';
import { StepSettings } from './step-settings.tsx';

/** A sequence's steps on time: down from sign-up, then back from the event and on from it. */
export function Ruler({
  content,
  sheet,
  asks,
  figures,
  sequenceId,
  onChange,
}: {
  content: SequenceContent;
  sheet: ClientSheet;
  asks: Askable;
  /** What became of its steps so far; left out until it is known. */
  figures: Record<string, StepFigures> | undefined;
  sequenceId: string;
  onChange: (content: SequenceContent) => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const counted = useSampleEvent(sheet, content.event);
  const sequences = useEndpoint(api.listSequences, { params: { clientId: sheet.id } });
  const others = (sequences.data?.sequences ?? []).filter((one) => one.id !== sequenceId);
  const setStep = (step: SequenceStep) =>
    onChange({ ...content, steps: content.steps.map((one) => (one.id === step.id ? step : one)) });
  const add = (anchor: SequenceStep['anchor'], side: SequenceStep['side'], lane?: Lane) => {
    const step = newStep(anchor, side, lane);
    onChange({ ...content, steps: [...content.steps, step] });
    setOpen(step.id);
  };
  const card = (step: SequenceStep) => (
    <Step
      key={step.id}
      step={step}
      sheet={sheet}
      asks={asks}
      others={others.map((one) => ({ id: one.id, name: one.content.name }))}
      figures={figures?.[step.id]}
      open={open === step.id}
      isPicked={picked.has(step.id)}
      onPick={(isPicked) => {
        const next = new Set(picked);
        if (isPicked) next.add(step.id);
        else next.delete(step.id);
        setPicked(next);
      }}
      event={content.event}
      onOpen={() => setOpen(open === step.id ? null : step.id)}
      onChange={setStep}
      onRemove={() => onChange(withoutStep(content, step.id))}
      lanes={
        step.action.kind === 'wait' &&
        deepness(content, step) < mostLanesDeep && (
          <Lanes until={step.action.until}>
            {(way) => {
              const lane = { wait: step.id, way };
              return (
                <>
                  {stepsInLane(content, lane).map(card)}
                  <li>
                    <Button look="quiet" onClick={() => add('joined', 'after', lane)}>
                      <Plus className="size-4" aria-hidden /> Add a step
                    </Button>
                  </li>
                </>
              );
            }}
          </Lanes>
        )
      }
    />
  );
  const cards = (anchor: SequenceStep['anchor'], side: SequenceStep['side']) =>
    stepsOn(content, anchor, side).map(card);
  return (
    <>
      <StepsBar
        content={content}
        clientId={sheet.id}
        picked={picked}
        onPickNone={() => setPicked(new Set())}
        onChange={onChange}
      />
      <ol className="relative p-6 before:absolute before:inset-y-6 before:left-[139px] before:w-0.5 before:bg-strong-line max-md:p-4 max-md:before:hidden">
        {cards('joined', 'after')}
        <AddHere label="Add a step after sign-up" onAdd={() => add('joined', 'after')} />
        {content.event.kind !== 'none' && (
          <>
            <li className="relative mb-3 md:pl-32">
              <span className="rounded-control bg-plum-tint px-2.5 py-1 text-xs font-semibold text-plum-dark">
                Before {counted?.name ?? 'the person’s booking'}
              </span>
            </li>
            {cards('event', 'before')}
            <AddHere label="Add a step before the event" onAdd={() => add('event', 'before')} />
            <li className="relative mb-3 flex gap-8">
              <p className="w-24 shrink-0 pt-2 text-right text-[13px] font-semibold text-leaf max-md:hidden">
                {counted ? whenText(momentOf(counted.at, sheet.zone), sheet.zone) : 'its time'}
              </p>
              <span
                aria-hidden
                className="absolute top-3 left-[109px] size-3.5 rounded-full bg-leaf max-md:hidden"
              />
              <p className="flex-1 rounded-card border border-leaf/40 bg-leaf-tint px-4 py-2 font-semibold text-leaf">
                {counted?.name ?? 'The booking'}
              </p>
            </li>
            {cards('event', 'after')}
            <AddHere label="Add a step after the event" onAdd={() => add('event', 'after')} />
          </>
        )}
      </ol>
    </>
  );
}

/** The two ways behind a step that waits, beside each other where there is room. */
function Lanes({ until, children }: { until: WaitsFor; children: (way: Way) => ReactNode }) {
  return (
    <div className="grid gap-3 @container">
      <div className="grid gap-3 @2xl:grid-cols-2">
        {Way.options.map((way) => (
          <section
            key={way}
            className={`min-w-0 rounded-card border-l-4 bg-paper/60 p-3 ${way === 'happened' ? 'border-leaf' : 'border-honey'}`}
          >
            <h2 className="mb-2 font-sans text-[13px] font-semibold">
              {way === 'happened' ? `If ${waitsForWords(until)} in time` : 'If not'}
            </h2>
            <ol className="grid gap-2">{children(way)}</ol>
          </section>
        ))}
      </div>
    </div>
  );
}

function AddHere({ label, onAdd }: { label: string; onAdd: () => void }) {
  return (
    <li className="relative mb-3 md:pl-32">
      <Button look="quiet" onClick={onAdd}>
        <Plus className="size-4" aria-hidden /> {label}
      </Button>
    </li>
  );
}

function Step({
  step,
  sheet,
  asks,
  others,
  figures,
  open,
  event,
  isPicked,
  lanes,
  onPick,
  onOpen,
  onChange,
  onRemove,
}: {
  step: SequenceStep;
  sheet: ClientSheet;
  asks: Askable;
  others: { id: string; name: string }[];
  figures: StepFigures | undefined;
  open: boolean;
  event: SequenceContent['event'];
  isPicked: boolean;
  /** What lies behind it, where it waits. */
  lanes: ReactNode;
  onPick: (isPicked: boolean) => void;
  onOpen: () => void;
  onChange: (step: SequenceStep) => void;
  onRemove: () => void;
}) {
  const fields = useSequenceSample(sheet, event);
  const name = filledStepName(step.action, fields, others, asks.choices);
  const isAsking = askedTerms(step.onlyIf).length > 0;
  const isMessage = step.action.kind === 'email' || step.action.kind === 'text';
  const [when, ...more] = stepWhenWords(step).split(', ');
  return (
    <li
      className={step.lane ? 'grid gap-1' : 'relative mb-3 flex gap-8 max-md:flex-col max-md:gap-1'}
    >
      <p
        className={
          step.lane
            ? 'text-[13px] font-semibold'
            : 'w-24 shrink-0 pt-3 text-right text-[13px] font-semibold max-md:w-auto max-md:text-left'
        }
      >
        {when}
        {more.length > 0 && (
          <span className={step.lane ? 'font-normal text-muted' : 'block font-normal text-muted'}>
            {step.lane && ', '}
            {more.join(', ')}
          </span>
        )}
      </p>
      {!step.lane && (
        <span
          aria-hidden
          className={`absolute top-4 left-[109px] size-3.5 border-[3px] bg-sheet max-md:hidden ${isMessage ? 'rounded-full border-plum' : 'rounded-sm border-tide'}`}
        />
      )}
      <div className="grid min-w-0 flex-1 gap-3">
        <div
          className={`min-w-0 rounded-card border bg-sheet ${isPicked ? 'border-plum' : 'border-line'}`}
        >
          <div className="flex items-center">
            <input
              type="checkbox"
              aria-label={`Pick the step “${name}”`}
              className="ml-3 size-6 shrink-0 accent-plum"
              checked={isPicked}
              onChange={(change) => onPick(change.target.checked)}
            />
            <button
              type="button"
              aria-expanded={open}
              className="flex min-w-0 flex-1 items-center gap-4 px-4 py-3 text-left"
              onClick={onOpen}
            >
              <span className="min-w-0 flex-1">
                <b className="line-clamp-2 font-semibold break-words">{name}</b>
                <span className="block text-xs text-muted">
                  {[
                    step.unlessBooked && 'Unless they have booked',
                    isAsking &&
                      `Only people ${conditionsWords(step.onlyIf, termNames(asks.choices))}`,
                    !step.lane && `If late: ${step.late === 'skip' ? 'skip' : 'send now'}`,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
                {figures && (
                  <span className="block text-xs text-muted tabular-nums">
                    {figureWords(step, figures).join(' · ')}
                  </span>
                )}
              </span>
            </button>
          </div>
          {open && figures && figures.leftOut.length > 0 && (
            <p className="border-t border-line px-4 py-3 text-[13px] text-muted">
              Left out:{' '}
              {figures.leftOut
                .map(({ reason, people }) => `${people} because ${leftOutWords(reason)}`)
                .join('; ')}
              .
            </p>
          )}
          {open && (
            <StepSettings
              step={step}
              sheet={sheet}
              asks={asks}
              others={others}
              event={event}
              onChange={onChange}
              onRemove={onRemove}
            />
          )}
        </div>
        {lanes}
      </div>
    </li>
  );
}
