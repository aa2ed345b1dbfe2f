import { api, type TaskView } from '@plumgate/contract';
import { taskRepeats } from '@plumgate/core/people';
import { Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { call } from '../../api/call.ts';
import { IconButton } from '../../ui/button.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';

/** Tasks that are ticked off where they stand; `of` gives the address of the person, where tasks of several are listed. */
export function TaskList({
  tasks,
  zone,
  of,
}: {
  tasks: readonly TaskView[];
  zone: string;
  of?: (task: TaskView) => string;
}) {
  const act = useAct();
  const mark = (task: TaskView, done: boolean) =>
    call(api.markTask, { params: { taskId: task.id }, body: { done } });
  const tick = (task: TaskView) =>
    void act(async () => {
      const isDone = task.doneAt === null;
      await mark(task, isDone);
      // What comes back is due anew by then: taking that back would leave two.
      const undo = task.repeats === null ? { undo: () => mark(task, !isDone) } : {};
      return { said: isDone ? `Done: ${task.text}` : `Open again: ${task.text}`, ...undo };
    });
  return (
    <ul className="grid gap-px overflow-hidden rounded-control border border-line bg-line">
      {tasks.map((task) => (
        <li key={task.id} className="flex items-start gap-2.5 bg-sheet px-3 py-2">
          <input
            type="checkbox"
            aria-label={`Done: ${task.text}`}
            className="mt-0.5 size-4 shrink-0 accent-plum"
            checked={task.doneAt !== null}
            onChange={() => tick(task)}
          />
          <div className="min-w-0 flex-1">
            <p className={`break-words ${task.doneAt ? 'text-muted line-through' : ''}`}>
              {task.text}
              {of && (
                <>
                  {' · '}
                  <Link className="font-semibold hover:underline" to={of(task)}>
                    {task.personName}
                  </Link>
                </>
              )}
            </p>
            <p className="text-xs text-muted">
              <Due task={task} zone={zone} />
              {[
                task.assigneeName ?? 'anybody',
                task.repeats && taskRepeats[task.repeats],
                task.doneBy && `done by ${task.doneBy}`,
              ]
                .filter(Boolean)
                .map((words) => ` · ${words}`)}
            </p>
          </div>
          {!task.doneAt && (
            <IconButton
              label={`Delete the task ${task.text}`}
              onClick={() =>
                void act(async () => {
                  await call(api.removeTask, { params: { taskId: task.id } });
                  const { text, dueAt, assignee, repeats } = task;
                  return {
                    said: 'Task deleted.',
                    undo: () =>
                      call(api.addTask, {
                        params: { personId: task.personId },
                        body: { text, dueAt, assignee, repeats },
                      }),
                  };
                })
              }
            >
              <Trash2 />
            </IconButton>
          )}
        </li>
      ))}
    </ul>
  );
}

const Due = ({ task, zone }: { task: TaskView; zone: string }) =>
  task.isOverdue ? (
    <b className="font-semibold text-brick">overdue since {whenText(task.dueAt, zone)}</b>
  ) : (
    whenText(task.dueAt, zone)
  );
