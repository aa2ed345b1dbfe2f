import { api, type ClientSheet, type SequenceEffect } from '@plumgate/contract';
import type { SequenceContent } from '@plumgate/core/followup';
import { fillOrKeep, mergeFieldsOf, type MergeContext } from '@plumgate/core/messages';
import { useDeferredValue } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { useSequenceSample } from './sample-values.ts';

/** What keeping the changes means for the people who are in the sequence. */
export function EffectOnPeople({
  sequenceId,
  content,
  sheet,
  running,
}: {
  sequenceId: string;
  content: SequenceContent;
  sheet: ClientSheet;
  running: number;
}) {
  const previewed = useDeferredValue(content);
  const sample = useSequenceSample(sheet, content.event);
  const effect = useEndpoint(
    api.previewSequenceChange,
    { params: { sequenceId }, body: { content: previewed } },
    { enabled: running > 0 },
  );
  const words =
    running === 0
      ? ['Nobody is in this sequence now. New people get this version.']
      : effect.data
        ? effectWords(effect.data, sample)
        : ['Checking what this changes for people in the sequence.'];
  return (
    <div role="status" className="border-b border-line bg-tide-tint px-6 py-2.5 text-tide">
      {words.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </div>
  );
}

function effectWords({ people, steps, gaps }: SequenceEffect, fields: MergeContext): string[] {
  const who = people === 1 ? '1 person is in it.' : `${people} people are in it.`;
  const empty = gaps.map(
    ({ field, people: without }) =>
      `${fieldLabel(field)} is empty for ${without} of them, so they would read a gap. Click it in the message to set what they read instead.`,
  );
  if (steps.length === 0)
    return [
      `${who} Their times stay as they are; what is not sent yet goes out in the words below.`,
      ...empty,
    ];
  return [
    who,
    ...empty,
    ...steps.map((step) => {
      const parts = [
        [step.moved, 'at another time'],
        [step.added, 'as a new step'],
        [step.leftOut, 'left out, its time is past or it can’t reach them'],
        [step.removed, 'not any more'],
      ] as const;
      return `${fillOrKeep(step.name, fields)}: ${parts
        .filter(([count]) => count > 0)
        .map(([count, what]) => `for ${count} ${what}`)
        .join(', ')}.`;
    }),
  ];
}

/** A merge field as it is called where it is inserted. */
const fieldLabel = (field: string) =>
  mergeFieldsOf(['person', 'client']).find((one) => one.field === field)?.label ??
  `The answer “${field.split('.').at(-1)}”`;
