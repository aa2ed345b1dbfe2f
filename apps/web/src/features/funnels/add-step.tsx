import { api, type PageChoice, type PathBoard, type TemplateView } from '@plumgate/contract';
import { stepName, stepNames } from '@plumgate/core/funnels';
import { readyTemplates, takeTemplate, unanswered, withRecords } from '@plumgate/core/templates';
import { useMemo, useState } from 'react';
import { call } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';
import { showsTimes, useCalendarChoice, withCalendar } from '../pages/calendar-choice.tsx';
import { withMapsFound } from '../pages/find-places.ts';
import { make } from '../pages/make-ids.ts';
import { TemplateAsks } from '../pages/template-asks.tsx';

const readyPages = readyTemplates.filter(({ pages }) => pages.length === 1);

/** Adds a step at a place: an empty page, a ready-made or kept one, or a copy of one that the client has. */
export function AddStep({
  board,
  position,
  onClose,
}: {
  board: PathBoard;
  position: number;
  onClose: () => void;
}) {
  const act = useAct();
  const { steps, funnel } = board;
  const zone = useClient()?.zone ?? '';
  const pages =
    useEndpoint(api.listPages, { params: { clientId: funnel.clientId } }).data?.pages ?? [];
  const own = (useEndpoint(api.listTemplates, {}).data?.templates ?? []).filter(
    ({ kind }) => kind === 'page',
  );
  const [name, setName] = useState(() =>
    stepName(
      steps.map((step) => step.name),
      stepNames,
    ),
  );
  const [from, setFrom] = useState('');
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const ready = readyPages.find((one) => one.name === from);
  const calendar = useCalendarChoice(funnel.clientId, `${funnel.name} calendar`);
  const booksTimes = useMemo(
    () => ready !== undefined && showsTimes(takeTemplate(ready, [0], {}, make)[0]!.draft),
    [ready],
  );
  const kept = own.find(({ id }) => id === from);
  const sourceOf = async () => {
    const leadsOn = position < steps.length;
    if (ready) {
      const { draft } = takeTemplate(ready, [0], answers, make, { leadsOn })[0]!;
      const sheet = () => call(api.getClient, { params: { clientId: funnel.clientId } });
      const params = { clientId: funnel.clientId };
      const client = await sheet();
      const records = await call(api.getClientRecords, { params });
      const filled = withRecords(draft, records, client.facts);
      const bound = booksTimes ? withCalendar(filled, await calendar.calendarId()) : filled;
      return { draft: await withMapsFound(bound, () => client) };
    }
    if (kept) return { draft: kept.content.pages[0]!.draft };
    return from ? { pageId: from } : undefined;
  };
  const add = () =>
    act(async () => {
      const source = await sourceOf();
      const made = await call(api.addStep, {
        params: { funnelId: funnel.id },
        body: { name: name.trim(), position, ...(source && { from: source }) },
      });
      return {
        said: `${name.trim()} is step ${position + 1}. Publish it, and the step before it, to send visitors there.`,
        undo: () => call(api.removeStep, { params: made }),
      };
    });
  return (
    <Dialog title="Add a step" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          onClose();
          void add();
        }}
      >
        <TextField
          label="Name"
          help={
            position === 0
              ? 'The first step'
              : `After ${steps[position - 1]?.name ?? 'the last one'}`
          }
          required
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <SelectField
          label="Start from"
          {...(ready && { help: ready.about })}
          value={from}
          options={beginnings(own, pages)}
          onChange={(event) => setFrom(event.target.value)}
        />
        {ready && (
          <TemplateAsks asks={ready.asks} zone={zone} answers={answers} onAnswers={setAnswers} />
        )}
        {booksTimes && calendar.field}
        <DialogFoot
          does="Add the step"
          off={!name.trim() || unanswered(ready?.asks ?? [], answers).length > 0}
          failure={null}
          onClose={onClose}
        />
      </form>
    </Dialog>
  );
}

const beginnings = (own: TemplateView[], pages: PageChoice[]) => ({
  '': 'An empty page',
  'Ready-made': Object.fromEntries(readyPages.map(({ name, label }) => [name, label])),
  ...(own.length > 0 && { 'Your own': Object.fromEntries(own.map(({ id, name }) => [id, name])) }),
  ...(pages.length > 0 && {
    'A copy of': Object.fromEntries(
      pages.map(({ pageId, funnel, name }) => [pageId, `${funnel} · ${name}`]),
    ),
  }),
});
