import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import { noConditions } from '../conditions/index.ts';
import { emailFromText } from '../emails/index.ts';
import type { SequenceContent } from './sequence.ts';

/** How a sequence is stored. */
export const sequenceFormat: DocumentFormat<SequenceContent> = documentFormat('sequence', [
  // Version 1 may be from before each booking had a run of its own.
  (stored) => {
    const event = stored.event as { kind: string };
    return event.kind === 'booking' ? { ...stored, event: { each: true, ...event } } : stored;
  },
  // Version 2 called things otherwise.
  (stored) => ({
    ...stored,
    steps: (stored.steps as { late: string; action: { kind: string } }[]).map((step) => ({
      ...step,
      late: step.late === 'leave-out' ? 'skip' : step.late,
      action: step.action.kind === 'tell' ? { ...step.action, kind: 'notify' } : step.action,
    })),
  }),
  // Version 3 had no step that asks whether somebody has booked.
  (stored) => ({
    ...stored,
    steps: (stored.steps as object[]).map((step) => ({ unlessBooked: false, ...step })),
  }),
  // Version 4 had no conditions.
  (stored) => ({
    onlyFor: noConditions,
    ...stored,
    steps: (stored.steps as object[]).map((step) => ({ onlyIf: noConditions, ...step })),
  }),
  // Version 5 wrote emails as plain text.
  (stored) => ({
    ...stored,
    steps: (stored.steps as { action: PlainEmail }[]).map((step) => ({
      ...step,
      action:
        step.action.kind === 'email'
          ? { kind: 'email', ...emailFromText(step.action) }
          : step.action,
    })),
  }),
]);

type PlainEmail = { kind: string; subject: string; body: string };
