import { api, type ConditionChoices, type PersonRecord } from '@plumgate/contract';
import { Tag } from '@plumgate/core/basics';
import type { PersonChange } from '@plumgate/core/people';
import { X } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { InlineField, InlineSelect } from '../../ui/field.tsx';
import { useAct } from '../../ui/use-act.ts';

/** Where somebody stands: who looks after them, how far they are, and their tags; each is changed here. */
export function PersonStanding({
  person,
  choices,
}: {
  person: PersonRecord;
  choices: ConditionChoices;
}) {
  const act = useAct();
  const [leaving, setLeaving] = useState<string | null>(null);
  const change = (asked: PersonChange, said: string) =>
    void act(async () => {
      const params = { personId: person.id };
      const { changed } = await call(api.changePerson, { params, body: asked });
      return { said: changed ? said : nothingChanged[asked.kind] };
    });
  const stage = choices.stage.find(({ name }) => name === person.stageName);
  const assignee = choices.user.find(({ name }) => name === person.assigneeName);
  const moveTo = (to: string, reason = '') => {
    const name = choices.stage.find(({ id }) => id === to)?.name ?? '';
    change({ kind: 'stage', to: to as never, reason }, `Moved to ${name}.`);
    setLeaving(null);
  };
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-2">
        <InlineSelect
          label="Stage"
          options={Object.fromEntries([
            ...(stage ? [] : [['', 'No stage']]),
            ...choices.stage.map(({ id, name }) => [id, name]),
          ])}
          value={stage?.id ?? ''}
          onChange={(to) =>
            choices.lostStages.includes(to as never) ? setLeaving(to) : moveTo(to)
          }
        />
        <InlineSelect
          label="Assigned to"
          options={Object.fromEntries([
            ['', 'Assigned to nobody'],
            ...choices.user.map(({ id, name }) => [id, `Assigned to ${name}`]),
          ])}
          value={assignee?.id ?? ''}
          onChange={(to) =>
            change(
              { kind: 'assign', to: (to || null) as never },
              to ? 'Assigned.' : 'Assigned to nobody.',
            )
          }
        />
      </div>
      {choices.sequence.length > 0 && (
        <InlineSelect
          label="Start a sequence"
          className="justify-self-start"
          placeholder="Start a sequence"
          options={Object.fromEntries(choices.sequence.map(({ id, name }) => [id, name]))}
          value=""
          onChange={(sequence) => {
            const name = choices.sequence.find(({ id }) => id === sequence)?.name ?? '';
            change({ kind: 'start', sequence: sequence as never }, `“${name}” started.`);
          }}
        />
      )}
      {person.lostReason && <p className="text-xs text-muted">Lost: {person.lostReason}</p>}
      {leaving && <WhyLost onDone={(reason) => moveTo(leaving, reason)} />}
      <Tags
        person={person}
        among={choices.tags}
        onTag={(tag) => change({ kind: 'tag', tag }, `Tagged ${tag}.`)}
        onUntag={(tag) => change({ kind: 'untag', tag }, `Tag ${tag} removed.`)}
      />
    </div>
  );
}

/** What to say where there was nothing to change. */
const nothingChanged: Record<PersonChange['kind'], string> = {
  tag: 'They have this tag already.',
  untag: 'They do not have this tag.',
  assign: 'It is so already.',
  stage: 'They are there already.',
  start: 'They are in this sequence, have been through it, or are not who it is for.',
  stop: 'They are not in this sequence.',
};

/** Asks why a lead is lost; nobody has to say. */
function WhyLost({ onDone }: { onDone: (reason: string) => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(reason.trim());
      }}
    >
      <InlineField
        label="Why"
        placeholder="Why? Price, timing, went elsewhere …"
        className="min-w-0 flex-1"
        maxLength={200}
        autoFocus
        value={reason}
        onChange={setReason}
      />
      <Button look="main" type="submit">
        Move
      </Button>
    </form>
  );
}

function Tags({
  person,
  among,
  onTag,
  onUntag,
}: {
  person: PersonRecord;
  among: readonly string[];
  onTag: (tag: string) => void;
  onUntag: (tag: string) => void;
}) {
  const [typed, setTyped] = useState('');
  const read = Tag.safeParse(typed);
  return (
    <ul aria-label="Tags" className="flex flex-wrap items-center gap-1">
      {person.tags.map((tag) => (
        <li
          key={tag}
          className="inline-flex items-center rounded-full bg-plum-tint py-0.5 pr-1 pl-2.5 text-xs font-semibold text-plum-dark"
        >
          {tag}
          <button
            type="button"
            aria-label={`Remove the tag ${tag}`}
            className="ml-0.5 grid size-4 place-items-center rounded-full hover:bg-sheet"
            onClick={() => onUntag(tag)}
          >
            <X className="size-3" aria-hidden />
          </button>
        </li>
      ))}
      <li>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (!read.success) return;
            onTag(read.data);
            setTyped('');
          }}
        >
          <input
            aria-label="Add a tag"
            placeholder="Add a tag"
            className="h-6 w-28 rounded-full border border-dashed border-strong-line bg-sheet px-2.5 text-xs"
            maxLength={40}
            list="tags-there-are"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <datalist id="tags-there-are">
            {among.map((tag) => (
              <option key={tag} value={tag} />
            ))}
          </datalist>
        </form>
      </li>
    </ul>
  );
}
