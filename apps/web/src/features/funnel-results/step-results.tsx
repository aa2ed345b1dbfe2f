import type { FunnelResults } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { fewestForRate } from '@plumgate/core/statistics';
import { ArrowDown } from 'lucide-react';
import { Link } from 'react-router';
import { Pill } from '../../ui/pill.tsx';
import { benchmarkWords, durationWords, goesOnBy } from './funnel-words.ts';

type Step = FunnelResults['steps'][number];

/** One step: who came, how its form went, and who went on from it. */
export function StepResults({
  step: { pageId, name, visitors, seen, hop, forms },
  slug,
  most,
  isDropOff,
}: {
  step: Step;
  slug: string;
  /** The visitors of the step that has most. */
  most: number;
  isDropOff: boolean;
}) {
  return (
    <li>
      <section className="grid gap-3 rounded-card border border-line bg-sheet px-5 py-4">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h2 className="min-w-0 flex-1 basis-48 text-lg">
            <Link className="hover:underline" to={`/${slug}/pages/${pageId}`}>
              {name}
            </Link>
          </h2>
          {seen && (
            <span className="text-[13px] text-muted">
              looked at for {durationWords(seen.medianSeconds)},{' '}
              {shareText(seen.reachedEnd, seen.told)} came near the end
            </span>
          )}
          <span className="font-title text-2xl tabular-nums">
            {visitors.toLocaleString('en-US')}
            <span className="ml-1.5 font-sans text-[13px] text-muted">
              {visitors === 1 ? 'visitor' : 'visitors'}
            </span>
          </span>
        </div>
        <div aria-hidden className="h-2 rounded-full bg-line">
          <div
            className="h-2 rounded-full bg-plum"
            style={{ width: `${(100 * visitors) / most}%` }}
          />
        </div>
        {forms
          .filter(({ began }) => began > 0)
          .map((form) => (
            <FormStops key={form.formId} form={form} />
          ))}
      </section>
      {hop && <HopLine {...{ hop, visitors, isDropOff }} />}
    </li>
  );
}

function HopLine({
  hop: { by, passed, rate, benchmark, medianSeconds },
  visitors,
  isDropOff,
}: {
  hop: NonNullable<Step['hop']>;
  visitors: number;
  isDropOff: boolean;
}) {
  const facts = [
    `${passed.toLocaleString('en-US')} ${goesOnBy[by]}`,
    ...(visitors >= fewestForRate
      ? [`between ${shareText(rate.low, 1)} and ${shareText(rate.high, 1)}, 95% sure`]
      : []),
    `measured against ${benchmarkWords(benchmark)}`,
    ...(medianSeconds === null ? [] : [`after ${durationWords(medianSeconds)}`]),
  ];
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-5 py-3">
      <ArrowDown className="size-4 shrink-0 text-muted" aria-hidden />
      <span className="font-title text-lg tabular-nums">
        {visitors >= fewestForRate && rate.value !== null
          ? shareText(rate.value, 1)
          : 'too few to say'}
      </span>
      {isDropOff && <Pill tone="honey">Biggest drop-off</Pill>}
      <span className="min-w-0 flex-1 basis-64 text-[13px] text-muted">{facts.join(' · ')}</span>
    </div>
  );
}

/** Where those stopped who began a form and did not send it. */
function FormStops({
  form: { name, began, sent, questions, leftElsewhere },
}: {
  form: Step['forms'][number];
}) {
  const lines = [
    ...questions.map(({ key, label, left }) => ({ key, label, left })),
    ...(leftElsewhere > 0 ? [{ key: '', label: 'Not known', left: leftElsewhere }] : []),
  ];
  const most = Math.max(1, ...lines.map(({ left }) => left));
  return (
    <div className="grid gap-1.5 border-t border-line pt-3 text-[13px]">
      <p>
        <b className="font-semibold">{name}</b>: {began.toLocaleString('en-US')} began it,{' '}
        {sent.toLocaleString('en-US')} sent it
        {began > sent && '. The others stopped here:'}
      </p>
      {began > sent && (
        <ul className="grid gap-1">
          {lines.map(({ key, label, left }) => (
            <li key={key} className="flex items-center gap-3">
              <span className="w-52 shrink-0 truncate max-md:w-36">{label}</span>
              <span aria-hidden className="h-1.5 min-w-0 flex-1">
                <span
                  className="block h-1.5 rounded-full bg-honey"
                  style={{ width: `${(100 * left) / most}%` }}
                />
              </span>
              <span className="w-24 shrink-0 text-right tabular-nums">
                {left.toLocaleString('en-US')}
                <span className="ml-2 text-muted">{shareText(left, began)}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
