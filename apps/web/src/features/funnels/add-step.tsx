import { api, type PathBoard } from '@plumgate/contract';
import { stepName, stepNames } from '@plumgate/core/funnels';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useAsk } from '../../api/hooks.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';

/** Adds a step at a place: an empty page, or a copy of one that the client has. */
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
  const pages = useAsk(api.listPages, { params: { clientId: funnel.clientId } }).data?.pages ?? [];
  const templates = useAsk(api.listTemplates, {}).data?.templates ?? [];
  const [name, setName] = useState(() =>
    stepName(
      steps.map((step) => step.name),
      stepNames,
    ),
  );
  const [from, setFrom] = useState('');
  const add = () =>
    act(async () => {
      const kept = templates.find(({ id }) => id === from);
      const source = kept
        ? { draft: kept.content.pages[0]!.draft }
        : from
          ? { pageId: from }
          : undefined;
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
          label="Begins as"
          value={from}
          options={{
            '': 'An empty page',
            ...Object.fromEntries(
              templates
                .filter(({ kind }) => kind === 'page')
                .map((one) => [one.id, `Template: ${one.name}`]),
            ),
            ...Object.fromEntries(
              pages.map((page) => [page.pageId, `A copy of ${page.funnel} · ${page.name}`]),
            ),
          }}
          onChange={(event) => setFrom(event.target.value)}
        />
        <DialogFoot does="Add the step" off={!name.trim()} failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}
