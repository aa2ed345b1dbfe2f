import { api, type ConditionChoices, type PersonRecord } from '@plumgate/contract';
import { taskRepeats, type TaskContent, type TaskRepeat } from '@plumgate/core/people';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { InlineSelect, TextField } from '../../ui/field.tsx';
import { useSave } from '../../ui/use-save.ts';
import { momentOf } from '../../ui/when.ts';
import { useToday } from '../conditions/use-today.ts';
import { TaskList } from './task-list.tsx';

/** What is to be done about somebody, and a place to add more. */
export function PersonTasks({
  person,
  choices,
  zone,
}: {
  person: PersonRecord;
  choices: ConditionChoices;
  zone: string;
}) {
  const [isAdding, setAdding] = useState(false);
  return (
    <section aria-labelledby="tasks">
      <div className="mb-2 flex items-center justify-between">
        <h3 id="tasks">Tasks</h3>
        {!isAdding && (
          <Button size="small" look="quiet" onClick={() => setAdding(true)}>
            <Plus className="size-4" /> Add a task
          </Button>
        )}
      </div>
      {isAdding && <AddTask {...{ person, choices, zone }} onClose={() => setAdding(false)} />}
      {person.tasks.length > 0 && <TaskList tasks={person.tasks} zone={zone} />}
    </section>
  );
}

function AddTask({
  person,
  choices,
  zone,
  onClose,
}: {
  person: PersonRecord;
  choices: ConditionChoices;
  zone: string;
  onClose: () => void;
}) {
  const today = useToday(zone);
  const [text, setText] = useState('');
  const [day, setDay] = useState('');
  const [time, setTime] = useState('09:00');
  const [assignee, setAssignee] = useState(
    choices.user.find(({ name }) => name === person.assigneeName)?.id ?? '',
  );
  const [repeats, setRepeats] = useState<TaskRepeat | ''>('');
  const { save, error } = useSave(onClose);
  const add = () => {
    const body: TaskContent = {
      text,
      dueAt: momentOf(`${day || today}T${time}`, zone),
      assignee: (assignee || null) as TaskContent['assignee'],
      repeats: repeats || null,
    };
    save(() => call(api.addTask, { params: { personId: person.id }, body }));
  };
  return (
    <form
      className="mb-2 grid gap-2 rounded-control border border-line p-3"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <TextField
        label="What"
        maxLength={300}
        autoFocus
        value={text}
        error={error}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Day"
          type="date"
          value={day || today}
          onChange={(event) => setDay(event.target.value)}
        />
        <TextField
          label="Time"
          type="time"
          value={time}
          onChange={(event) => setTime(event.target.value)}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <InlineSelect
          label="Who does it"
          options={Object.fromEntries([
            ['', 'anybody'],
            ...choices.user.map(({ id, name }) => [id, name]),
          ])}
          value={assignee}
          onChange={setAssignee}
        />
        <InlineSelect
          label="How often"
          options={{ '': 'once', ...taskRepeats }}
          value={repeats}
          onChange={(often) => setRepeats(often as TaskRepeat | '')}
        />
      </div>
      <div className="flex gap-2">
        <Button look="main" type="submit" disabled={text.trim() === ''}>
          Add
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
