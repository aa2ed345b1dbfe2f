import { useDraggable } from '@dnd-kit/core';
import { api, type PathBoard, type PathStep } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { Pill } from '../../ui/pill.tsx';
import { useAct } from '../../ui/use-act.ts';
import type { Dragged } from './path-bench.tsx';

/** From one step to where it leads: what carries a visitor on, and the share that it carries, as thick as it is. */
export function Hop({
  board: { steps },
  index,
  isWeakest,
  onAdd,
}: {
  board: PathBoard;
  index: number;
  isWeakest: boolean;
  onAdd: () => void;
}) {
  const from = steps[index]!;
  const to = steps.find(({ pageId }) => pageId === from.next);
  const isLast = index === steps.length - 1;
  if (isLast && !to) return <div className="w-6 shrink-0" />;
  const isBroken = from.movesOnBy === null;
  const goesPast = to !== undefined && to !== steps[index + 1];
  // Some come straight to the later step: more than all can't have gone on.
  const passed = Math.min(to?.visitors ?? 0, from.visitors);
  const share = from.visitors > 0 ? passed / from.visitors : 0;
  return (
    <div className="relative w-28 shrink-0 self-start pt-[122px] text-center max-md:w-64 max-md:pt-0">
      <div
        aria-hidden
        className={`w-full ${isBroken ? 'border-t-2 border-dashed border-brick' : goesPast ? 'border-t-4 border-dotted border-plum/45' : 'bg-plum/30'}`}
        style={{ height: isBroken || goesPast ? 0 : Math.max(3, Math.round(share * 60)) }}
      />
      <WireEnd from={from} steps={steps} />
      {isBroken ? (
        <p className="mt-3 px-2 text-xs font-semibold text-brick">Nothing leads on from here.</p>
      ) : (
        <>
          <p className={`mt-3 text-xl font-semibold tabular-nums ${isWeakest ? 'text-brick' : ''}`}>
            {shareText(passed, from.visitors)}
          </p>
          <p className="text-xs text-muted">continue via</p>
          <p className="px-2 text-xs font-semibold break-words text-plum-dark">
            {from.movesOnBy!.words}
          </p>
          {goesPast && (
            <p className="px-1 text-xs font-semibold">
              to {steps.indexOf(to) + 1} · {to.name}
            </p>
          )}
          {isWeakest && (
            <p className="mt-1.5">
              <Pill tone="brick">Biggest drop-off</Pill>
            </p>
          )}
        </>
      )}
      <div className="mt-2 grid justify-items-center">
        <IconButton label={`Add a step after ${from.name}`} onClick={onAdd}>
          <Plus />
        </IconButton>
      </div>
    </div>
  );
}

/** The end of a wire: dragged onto the step that it is to lead to, or pressed to choose that and what leads there. */
function WireEnd({ from, steps }: { from: PathStep; steps: PathStep[] }) {
  const data: Dragged = { kind: 'wire', from: from.pageId, name: `the way on from ${from.name}` };
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({
    id: `wire ${from.pageId}`,
    data,
  });
  const [open, setOpen] = useState(false);
  // Enter opens the choice, which does all that dragging does; the pointer may do either.
  const { onKeyDown: _keys, ...pointer } = listeners ?? {};
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button
          ref={setNodeRef}
          type="button"
          {...pointer}
          aria-label={`Where ${from.name} leads, and how`}
          title="Drag it onto another step, or click to choose"
          className={`absolute top-[112px] right-0 z-20 size-6 cursor-grab rounded-full border-2 border-plum bg-sheet hover:bg-plum-tint max-md:static ${isDragging ? 'cursor-grabbing bg-plum' : ''}`}
          style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : {}}
        />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="center"
          sideOffset={6}
          className="z-30 w-72 rounded-card border border-line bg-sheet p-4 shadow-lg"
        >
          <WireChoice from={from} steps={steps} onDone={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const newButton = 'new-button';

function WireChoice({
  from,
  steps,
  onDone,
}: {
  from: PathStep;
  steps: PathStep[];
  onDone: () => void;
}) {
  const act = useAct();
  const others = steps.filter((step) => step !== from);
  const [to, setTo] = useState<string>(from.next ?? others[0]?.pageId ?? '');
  const already = from.carriers.filter(({ leadsOn }) => leadsOn);
  const [by, setBy] = useState(
    already.length > 0 ? '' : from.carriers[0] ? keyOf(from.carriers[0]) : newButton,
  );
  const waysOn = {
    ...(already.length > 0 && { '': `As now: ${already.map(({ words }) => words).join(', ')}` }),
    ...Object.fromEntries(
      from.carriers
        .filter(({ leadsOn }) => !leadsOn)
        .map((one) => [
          keyOf(one),
          `${one.kind === 'form' ? 'The form' : 'The button'} “${one.words}”`,
        ]),
    ),
    [newButton]: 'A new button at the end of the page',
  };
  const draw = () =>
    act(async () => {
      const [kind, id] = by.split(/ (.*)/s) as ['form' | 'button', string];
      const name = others.find(({ pageId }) => pageId === to)?.name;
      await call(api.drawWire, {
        params: { pageId: from.pageId },
        body: {
          to,
          by: by === '' ? null : by === newButton ? { kind: newButton } : { kind, id },
        },
      });
      onDone();
      return { said: `${from.name} leads to ${name} now. Publish it to send visitors there.` };
    });
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void draw();
      }}
    >
      <h3 className="text-base">On from {from.name}</h3>
      <SelectField
        label="Leads to"
        value={to}
        options={Object.fromEntries(others.map(({ pageId, name }) => [pageId, name]))}
        onChange={(event) => setTo(event.target.value)}
      />
      <SelectField
        label="Continue via"
        value={by}
        options={waysOn}
        onChange={(event) => setBy(event.target.value)}
      />
      <div className="flex justify-end">
        <Button look="main" type="submit">
          Connect
        </Button>
      </div>
    </form>
  );
}

const keyOf = ({ kind, id }: PathStep['carriers'][number]) => `${kind} ${id}`;
