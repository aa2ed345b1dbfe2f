import type { ClientSheet, SequenceView } from '@plumgate/contract';
import { stepWhenWords, type SequenceStep } from '@plumgate/core/followup';
import { momentOf, whenText } from '../../ui/when.ts';
import { useSampleEvent, useSequenceSample } from './sample-values.ts';
import { filledStepName, stepsOn } from './steps.ts';

/** A sequence's steps on one line of time: from sign-up, back from the event, and on from it. */
export function SmallRuler({
  sequence: { content, sent },
  sheet,
  all,
}: {
  sequence: SequenceView;
  sheet: ClientSheet;
  all: { id: string; name: string }[];
}) {
  const { event } = content;
  const fields = useSequenceSample(sheet, event);
  const counted = useSampleEvent(sheet, event);
  const place = (step: SequenceStep) => (
    <Place
      key={step.id}
      isMessage={step.action.kind === 'email' || step.action.kind === 'text'}
      when={stepWhenWords(step)}
      what={filledStepName(step.action, fields, all)}
      sent={sent[step.id] ?? 0}
    />
  );
  return (
    <ol
      className="relative mt-4 flex gap-4 overflow-x-auto before:absolute before:top-[27px] before:right-0 before:left-0 before:h-0.5 before:bg-strong-line max-md:flex-col max-md:gap-2 max-md:before:hidden"
      aria-label="Its steps"
    >
      {stepsOn(content, 'joined', 'after').map(place)}
      {event.kind !== 'none' && (
        <>
          {stepsOn(content, 'event', 'before').map(place)}
          <li className="relative w-36 shrink-0 text-xs max-md:w-auto">
            <p className="truncate font-semibold text-leaf">
              {counted ? whenText(momentOf(counted.at, sheet.zone), sheet.zone) : 'the booking'}
            </p>
            <span aria-hidden className="my-1 block size-3.5 rounded-full bg-leaf max-md:hidden" />
            <p className="line-clamp-2 font-semibold">{counted?.name ?? 'Its time'}</p>
          </li>
          {stepsOn(content, 'event', 'after').map(place)}
        </>
      )}
    </ol>
  );
}

function Place({
  when,
  what,
  sent,
  isMessage,
}: {
  when: string;
  what: string;
  sent: number;
  isMessage: boolean;
}) {
  return (
    <li className="relative w-36 shrink-0 text-xs max-md:w-auto">
      <p className="truncate font-semibold" title={when}>
        {when}
      </p>
      <span
        aria-hidden
        className={`my-1 block size-3.5 border-[3px] bg-sheet max-md:hidden ${isMessage ? 'rounded-full border-plum' : 'rounded-sm border-tide'}`}
      />
      <p className="line-clamp-2 break-words" title={what}>
        {what}
      </p>
      <p className="mt-0.5 text-muted tabular-nums">
        {isMessage ? 'Sent' : 'Done'} {sent.toLocaleString('en-US')} {sent === 1 ? 'time' : 'times'}
      </p>
    </li>
  );
}
