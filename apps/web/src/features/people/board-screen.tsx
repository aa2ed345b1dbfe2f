import { api, type PersonSummary, type StageBoard } from '@plumgate/contract';
import { moneyWords } from '@plumgate/core/basics';
import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { Settings2 } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { lengthText } from '../../ui/when.ts';
import { askedPeople } from './asked-people.ts';
import { nameOf } from './name-of.ts';
import { PeopleTabs } from './people-tabs.tsx';
import { StagesDialog } from './stages-dialog.tsx';

type Stage = StageBoard['stages'][number];

/** A move that is asked for: into a stage that means lost, it is asked why. */
interface Move {
  person: PersonSummary;
  to: Stage;
}

/** How far everybody is: a column a stage, moved by drag, or by keys on a card. */
export function BoardScreen() {
  const client = useClient();
  const params = { clientId: client?.id ?? '' };
  const board = useEndpoint(
    api.getStageBoard,
    { params },
    { enabled: client !== undefined, refetchInterval: 15_000 },
  );
  const now = useEndpoint(api.getClock, {}, { refetchInterval: 60_000 }).data?.now;
  const [isEditing, setEditing] = useState(false);
  const [losing, setLosing] = useState<Move | null>(null);
  const role = useSession().data?.user.role;
  const act = useAct();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  if (board.isError) return <Failed error={board.error} again={() => void board.refetch()} />;
  if (!client || !board.data) return <Skeleton />;
  const { stages, currency } = board.data;
  const put = ({ person, to }: Move, reason = '') => {
    setLosing(null);
    const change = (stage: Stage, why: string) =>
      call(api.changePerson, {
        params: { personId: person.id },
        body: { kind: 'stage', to: stage.id, reason: why },
      });
    const from = stages.find(({ cards }) => cards.some(({ id }) => id === person.id));
    void act(async () => {
      await change(to, reason);
      return {
        said: `${nameOf(person)} is in ${to.name}.`,
        ...(from && { undo: () => change(from, person.lostReason) }),
      };
    });
  };
  const move = (asked: Move) => (asked.to.outcome === 'lost' ? setLosing(asked) : put(asked));
  const moveById = (personId: string, stageId: string) => {
    const person = stages.flatMap(({ cards }) => cards).find(({ id }) => id === personId);
    const to = stages.find(({ id }) => id === stageId);
    if (person && to && !to.cards.includes(person)) move({ person, to });
  };
  return (
    <div className="flex h-full flex-col">
      <PageHead title="People">
        {role !== 'front-desk' && (
          <Button onClick={() => setEditing(true)}>
            <Settings2 className="size-4" /> Stages
          </Button>
        )}
      </PageHead>
      <PeopleTabs clientSlug={client.slug} />
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => over && moveById(String(active.id), String(over.id))}
      >
        <div className="flex min-h-0 flex-1 gap-3 overflow-x-auto px-6 py-4 max-md:px-4">
          {stages.map((stage, index) => (
            <Column
              key={stage.id}
              {...{ stage, currency, now }}
              slug={client.slug}
              onStep={(person, by) => {
                const to = stages[index + by];
                if (to) move({ person, to });
              }}
            />
          ))}
        </div>
      </DndContext>
      <p className="px-6 pb-3 text-xs text-muted max-md:px-4">
        Drag a card, or press Shift with the left or right arrow on it.
      </p>
      {isEditing && (
        <StagesDialog clientId={client.id} stages={stages} onClose={() => setEditing(false)} />
      )}
      {losing && (
        <LostDialog
          move={losing}
          onClose={() => setLosing(null)}
          onConfirm={(reason) => put(losing, reason)}
        />
      )}
    </div>
  );
}

function Column({
  stage,
  currency,
  now,
  slug,
  onStep,
}: {
  stage: Stage;
  currency: string;
  /** The program's time; undefined until it is known. */
  now: string | undefined;
  slug: string;
  onStep: (person: PersonSummary, by: -1 | 1) => void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: stage.id });
  const more = stage.people - stage.cards.length;
  return (
    <section
      ref={setNodeRef}
      aria-label={stage.name}
      className={`flex min-w-56 flex-1 flex-col rounded-card border ${isOver ? 'border-plum bg-plum-tint' : 'border-line bg-line/30'}`}
    >
      <header className="flex items-baseline justify-between gap-2 px-3 pt-2.5 pb-2">
        <h2 className="truncate font-sans text-sm font-semibold">{stage.name}</h2>
        <span className="shrink-0 text-xs text-muted tabular-nums">
          {stage.people.toLocaleString('en-US')}
          {stage.value > 0 && ` · ${moneyWords({ amount: stage.value, currency }, 'en-US')}`}
        </span>
      </header>
      <ul className="grid min-h-24 content-start gap-2 overflow-y-auto px-2 pb-2">
        {stage.cards.map((person) => (
          <Card
            key={person.id}
            {...{ person, currency, now }}
            to={`/${slug}/people/${person.id}`}
            onStep={(by) => onStep(person, by)}
          />
        ))}
        {stage.cards.length === 0 && <li className="px-1 py-2 text-xs text-muted">Nobody now.</li>}
        {more > 0 && (
          <li>
            <Link
              className="block px-1 py-1 text-xs font-semibold text-plum-dark hover:underline"
              to={askedPeople(slug, { match: 'all', terms: [{ about: 'stage', is: stage.id }] })}
            >
              {more.toLocaleString('en-US')} more
            </Link>
          </li>
        )}
      </ul>
    </section>
  );
}

function Card({
  person,
  currency,
  now,
  to,
  onStep,
}: {
  person: PersonSummary;
  currency: string;
  now: string | undefined;
  to: string;
  onStep: (by: -1 | 1) => void;
}) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: person.id });
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key] as -1 | 1 | undefined;
    if (!event.shiftKey || !by) return;
    event.preventDefault();
    onStep(by);
  };
  const since = person.stageAt && now && `for ${lengthText(person.stageAt, now)}`;
  return (
    <li
      ref={setNodeRef}
      {...listeners}
      onKeyDown={onKeyDown}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      className={`rounded-control border border-line bg-sheet px-3 py-2 ${isDragging ? 'relative z-20 shadow-lg' : ''}`}
    >
      <Link to={to} className="block truncate font-semibold hover:underline" draggable={false}>
        {nameOf(person)}
      </Link>
      <p className="flex justify-between gap-2 text-xs text-muted">
        <span className="truncate">{person.assigneeName ?? 'nobody'}</span>
        <span className="shrink-0 tabular-nums">
          {person.value === null ? since : moneyWords({ amount: person.value, currency }, 'en-US')}
        </span>
      </p>
      {person.value !== null && since && <p className="text-xs text-muted">{since}</p>}
      {person.lostReason && <p className="truncate text-xs text-muted">{person.lostReason}</p>}
    </li>
  );
}

function LostDialog({
  move: { person, to },
  onConfirm,
  onClose,
}: {
  move: Move;
  onConfirm: (reason: string) => void;
  onClose: () => void;
}) {
  const [reason, setReason] = useState('');
  return (
    <Dialog title={`Move ${nameOf(person)} to ${to.name}`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          onConfirm(reason.trim());
        }}
      >
        <TextField
          label="Why"
          help="Price, timing, went elsewhere. It can be left empty."
          maxLength={200}
          autoFocus
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
        <DialogFoot does="Move" failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}
