import { api, type StageBoard } from '@plumgate/contract';
import { StageList, stageMoves, stageOutcomes, type StageContent } from '@plumgate/core/people';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { InlineField, InlineSelect } from '../../ui/field.tsx';

type Stage = StageBoard['stages'][number];

/** The stages of a client: their names, their order, what each means, and what moves people there by itself. */
export function StagesDialog({
  clientId,
  stages,
  onClose,
}: {
  clientId: string;
  stages: readonly Stage[];
  onClose: () => void;
}) {
  const [list, setList] = useState<StageContent[]>(() =>
    stages.map(({ id, name, outcome, movedBy }) => ({ id, name, outcome, movedBy })),
  );
  const [failure, setFailure] = useState<unknown>(null);
  const refresh = useRefreshAll();
  const problem = StageList.safeParse(list).error?.issues[0]?.message;
  const change = (index: number, changes: Partial<StageContent>) =>
    setList(list.with(index, { ...list[index]!, ...changes }));
  const move = (index: number, by: -1 | 1) =>
    setList(list.toSpliced(index, 1).toSpliced(index + by, 0, list[index]!));
  const gone = stages.filter(({ id, people }) => people > 0 && !list.some((one) => one.id === id));
  const save = async () => {
    try {
      await call(api.saveStages, { params: { clientId }, body: { stages: list } });
      await refresh();
      onClose();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title="Stages" width="w-[760px]" onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <ol className="grid gap-2">
          {list.map((stage, index) => (
            <li key={stage.id ?? index} className="flex flex-wrap items-center gap-1.5">
              <InlineField
                label={`Name of stage ${index + 1}`}
                className="w-40"
                maxLength={40}
                value={stage.name}
                onChange={(name) => change(index, { name })}
              />
              <InlineSelect
                label={`What ${stage.name} means`}
                options={stageOutcomes}
                value={stage.outcome}
                onChange={(outcome) =>
                  change(index, { outcome: outcome as StageContent['outcome'] })
                }
              />
              <InlineSelect
                label={`What moves people to ${stage.name}`}
                options={{
                  '': 'moved by hand or by a rule',
                  ...Object.fromEntries(
                    Object.entries(stageMoves).map(([move, words]) => [move, `also when ${words}`]),
                  ),
                }}
                value={stage.movedBy ?? ''}
                onChange={(move) =>
                  change(index, { movedBy: (move || null) as StageContent['movedBy'] })
                }
              />
              <span className="ml-auto flex">
                <IconButton
                  label={`Move ${stage.name} up`}
                  disabled={index === 0}
                  onClick={() => move(index, -1)}
                >
                  <ArrowUp />
                </IconButton>
                <IconButton
                  label={`Move ${stage.name} down`}
                  disabled={index === list.length - 1}
                  onClick={() => move(index, 1)}
                >
                  <ArrowDown />
                </IconButton>
                <IconButton
                  label={`Remove ${stage.name}`}
                  disabled={list.length === 1}
                  onClick={() => setList(list.toSpliced(index, 1))}
                >
                  <Trash2 />
                </IconButton>
              </span>
            </li>
          ))}
        </ol>
        {list.length < 20 && (
          <Button
            look="quiet"
            className="justify-self-start"
            onClick={() =>
              setList([...list, { id: null, name: '', outcome: 'open', movedBy: null }])
            }
          >
            <Plus className="size-4" /> Add a stage
          </Button>
        )}
        {gone.map(({ id, name, people }) => (
          <p key={id} className="text-honey">
            {people.toLocaleString('en-US')} {people === 1 ? 'person goes' : 'people go'} from “
            {name}” to the stage before it.
          </p>
        ))}
        {problem && (
          <p role="alert" className="font-semibold text-brick">
            {problem}
          </p>
        )}
        <DialogFoot does="Save" off={problem !== undefined} failure={failure} onClose={onClose} />
      </form>
    </Dialog>
  );
}
