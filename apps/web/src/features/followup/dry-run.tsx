import { api, termNames, type ClientSheet, type ConditionChoices } from '@plumgate/contract';
import { conditionsWords } from '@plumgate/core/conditions';
import {
  leftOutWords,
  rehearseRun,
  SequenceContent,
  waitsForWords,
  type PlannedStep,
  type Way,
} from '@plumgate/core/followup';
import type { MergeContext } from '@plumgate/core/messages';
import { useState } from 'react';
import { Temporal } from 'temporal-polyfill';
import { useEndpoint } from '../../api/hooks.ts';
import { TextField, Tick } from '../../ui/field.tsx';
import { localOf, momentOf, whenText, zoneName } from '../../ui/when.ts';
import { useSampleEvent, useSequenceSample } from './sample-values.ts';
import { filledStepName } from './steps.ts';

/** What one person would get, worked out by the function that plans the real runs. Nothing is sent. */
export function DryRun(shown: Shown) {
  const clock = useEndpoint(api.getClock, {});
  return clock.data ? <Tried {...shown} now={clock.data.now} /> : null;
}

interface Shown {
  content: SequenceContent;
  sheet: ClientSheet;
  choices: ConditionChoices;
}

function Tried({ content, sheet, choices, now }: Shown & { now: string }) {
  const { zone } = sheet;
  const [joins, setJoins] = useState(localOf(now, zone));
  const inAWeek = Temporal.Instant.from(now).add({ hours: 24 * 7 });
  const sample = useSampleEvent(sheet, content.event);
  const [typed, setBooks] = useState<string | null>(null);
  const books = typed ?? sample?.at ?? localOf(inAWeek.toString(), zone);
  const fields = useSequenceSample(sheet, content.event, books);
  const [person, setPerson] = useState({ email: true, texts: true });
  const valid = SequenceContent.safeParse(content).success && joins !== '';
  const event =
    content.event.kind === 'fixed'
      ? content.event.at
      : content.event.kind === 'booking'
        ? books
        : '';
  const [ways, setWays] = useState<Record<string, Way>>({});
  const plan = valid ? planFor(content, sheet, joins, event, person, ways) : [];
  return (
    <aside
      aria-label="Preview"
      className="w-[380px] shrink-0 border-l border-line bg-sheet p-5 max-lg:w-full max-lg:border-t max-lg:border-l-0 lg:overflow-auto"
    >
      <h2 className="text-lg">Preview for one person</h2>
      <p className="mb-3 text-xs text-muted">Nothing is sent. {zoneName(zone)}.</p>
      <div className="grid gap-3">
        <TextField
          label="Joins"
          type="datetime-local"
          value={joins}
          onChange={(change) => setJoins(change.target.value)}
        />
        {content.event.kind === 'booking' && (
          <TextField
            label="Books"
            type="datetime-local"
            value={books}
            help="leave empty for someone who does not book"
            onChange={(change) => setBooks(change.target.value)}
          />
        )}
        <div className="flex gap-4">
          {(['email', 'texts'] as const).map((way) => (
            <Tick
              key={way}
              label={way === 'email' ? 'gets email' : 'agreed to texts'}
              checked={person[way]}
              onChange={(checked) => setPerson({ ...person, [way]: checked })}
            />
          ))}
        </div>
      </div>
      {plan.length === 0 ? (
        <p className="mt-4 text-muted">{valid ? 'No steps yet.' : 'Fix the sequence first.'}</p>
      ) : (
        <ol className="mt-4 border-t border-line">
          {withEvent(plan, event, zone, content, choices).map((line) => (
            <li
              key={line.key}
              className="grid grid-cols-[152px_1fr] gap-2 border-b border-line py-2"
            >
              <span className={`tabular-nums ${line.out ? 'text-muted line-through' : ''}`}>
                {line.at ? whenText(line.at, zone) : 'no time'}
              </span>
              <span className="min-w-0">
                {line.step ? (
                  <span
                    className={`line-clamp-2 break-words ${line.out ? 'text-muted line-through' : 'font-semibold'}`}
                  >
                    {nameOf(line.step, content, fields, choices)}
                  </span>
                ) : (
                  <span className="block font-semibold text-leaf">
                    {sample?.name ?? 'The booking'}
                  </span>
                )}
                {line.step && !line.out && (
                  <WayChoice
                    step={content.steps.find(({ id }) => id === line.step)!}
                    way={ways[line.step] ?? 'in-vain'}
                    onChange={(way) => setWays({ ...ways, [line.step!]: way })}
                  />
                )}
                {line.note && <span className="block text-xs text-muted">{line.note}</span>}
              </span>
            </li>
          ))}
        </ol>
      )}
    </aside>
  );
}

/** Which way a step that waits is to go in the preview. */
function WayChoice({
  step: { action },
  way,
  onChange,
}: {
  step: SequenceContent['steps'][number];
  way: Way;
  onChange: (way: Way) => void;
}) {
  if (action.kind !== 'wait') return null;
  return (
    <Tick
      label={`Here ${waitsForWords(action.until)} in time`}
      checked={way === 'happened'}
      onChange={(happens) => onChange(happens ? 'happened' : 'in-vain')}
    />
  );
}

function planFor(
  content: SequenceContent,
  { zone, facts: { week, closed } }: ClientSheet,
  joins: string,
  event: string,
  person: { email: boolean; texts: boolean },
  ways: Record<string, Way>,
): PlannedStep[] {
  const joinedAt = Temporal.Instant.from(momentOf(joins, zone));
  const inputs = {
    sequence: { ...content, zone, week, closed },
    joinedAt,
    event: event ? { at: Temporal.Instant.from(momentOf(event, zone)) } : null,
    person: {
      email: 'ana@example.com',
      phone: '+12075550117',
      textConsent: person.texts,
      unsubscribed: !person.email,
      mailRefused: false,
    },
    now: joinedAt,
  };
  return rehearseRun(inputs, ways).plan;
}

interface Line {
  key: string;
  at: string | null;
  step: string | null;
  out: boolean;
  note: string;
}

/** The plan's lines with the event in its place among them. */
function withEvent(
  plan: PlannedStep[],
  event: string,
  zone: string,
  content: SequenceContent,
  choices: ConditionChoices,
): Line[] {
  const asked = (id: string) => {
    const { unlessBooked, onlyIf } = content.steps.find((step) => step.id === id)!;
    const only = conditionsWords(onlyIf, termNames(choices));
    return [only && `only people ${only}`, unlessBooked && 'unless they have booked by then']
      .filter(Boolean)
      .join(', ');
  };
  const lines: Line[] = plan.map(({ step, at, leftOut, nominalTime }) => ({
    key: step,
    step,
    at: (at ?? nominalTime)?.toString() ?? null,
    out: leftOut !== null,
    note: leftOut
      ? `left out: ${leftOutWords(leftOut)}`
      : at && nominalTime && !at.equals(nominalTime)
        ? `held from ${whenText(nominalTime.toString(), zone)}`
        : asked(step),
  }));
  if (!event) return lines;
  const at = momentOf(event, zone);
  const place = lines.findIndex((line) => line.at !== null && line.at > at);
  return lines.toSpliced(place === -1 ? lines.length : place, 0, {
    key: 'event',
    at,
    step: null,
    out: false,
    note: '',
  });
}

function nameOf(
  id: string,
  content: SequenceContent,
  fields: MergeContext,
  choices: ConditionChoices,
): string {
  const step = content.steps.find((one) => one.id === id)!;
  return filledStepName(step.action, fields, choices.sequence, choices);
}
