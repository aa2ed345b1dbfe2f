import { api, roleMay, type ConditionChoices, type WhoIsMeant } from '@plumgate/contract';
import { Tag } from '@plumgate/core/basics';
import type { PersonChange } from '@plumgate/core/people';
import { X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { call, messageOf } from '../../api/call.ts';
import { useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { InlineField } from '../../ui/field.tsx';
import { isOpen, JobProgress, useJob } from '../../ui/job-progress.tsx';
import { NamedSelect } from '../conditions/named-select.tsx';

/** The people the bar is about, in data and in words: "2 ticked". */
export interface Picked {
  who: WhoIsMeant;
  words: string;
}

/** What can be done with many people at once, and how far the last of it is. */
export function BulkBar({
  clientId,
  picked,
  choices,
  others,
  onExport,
  onClear,
}: {
  clientId: string;
  picked: Picked | null;
  choices: ConditionChoices;
  /** A press that picks all of the list, where only some are ticked. */
  others?: ReactNode;
  onExport?: () => void;
  onClear: () => void;
}) {
  const [job, setJob] = useState<{ id: string; doing: string } | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const role = useSession().data?.user.role;
  const mayDelete = role && roleMay(role, 'bin.use');
  const begin = async (doing: string, asked: () => Promise<{ jobId: string }>) => {
    try {
      setJob({ id: (await asked()).jobId, doing });
      setFailure(null);
    } catch (error) {
      setFailure(messageOf(error));
    }
  };
  const change = (asked: PersonChange, doing: string) =>
    begin(doing, () =>
      call(api.changePeople, {
        params: { clientId },
        body: { who: picked!.who, change: asked },
      }),
    );
  const removeAll = () =>
    begin('Deleting', () =>
      call(api.removePeople, { params: { clientId }, body: { who: picked!.who } }),
    );
  if (!picked && !job) return null;
  const named = (list: { id: string; name: string }[], id: string) =>
    list.find((one) => one.id === id)?.name ?? '';
  return (
    <div className="absolute inset-x-6 bottom-4 z-20 grid gap-2 max-md:inset-x-3">
      {job && <JobOf key={job.id} {...job} onClose={() => setJob(null)} />}
      {failure && (
        <p role="alert" className="rounded-control bg-brick-tint px-3 py-2 text-brick">
          {failure}
        </p>
      )}
      {picked && (
        <div
          role="toolbar"
          aria-label="What to do with them"
          className="flex w-fit max-w-full flex-wrap items-center gap-x-1 gap-y-1 rounded-control bg-ink py-1.5 pr-2 pl-4 text-sheet shadow-lg"
        >
          <span className="mr-1">{picked.words}</span>
          {others}
          <Ask
            label="Tag"
            onDo={(tag) => change({ kind: 'tag', tag }, `Tagging ${tag}`)}
            among={choices.tags}
          />
          <Ask
            label="Untag"
            onDo={(tag) => change({ kind: 'untag', tag }, `Taking away the tag ${tag}`)}
            among={choices.tags}
          />
          <Choose
            label="Assign"
            among={[...choices.user, { id: 'nobody', name: 'nobody' }]}
            onDo={(id) =>
              change(
                { kind: 'assign', to: (id === 'nobody' ? null : id) as never },
                `Assigning to ${id === 'nobody' ? 'nobody' : named(choices.user, id)}`,
              )
            }
          />
          <Choose
            label="Stage"
            among={choices.stage}
            onDo={(to) =>
              change(
                { kind: 'stage', to: to as never, reason: '' },
                `Moving to ${named(choices.stage, to)}`,
              )
            }
          />
          <Choose
            label="Start a sequence"
            among={choices.sequence}
            onDo={(sequence) =>
              change(
                { kind: 'start', sequence: sequence as never },
                `Starting “${named(choices.sequence, sequence)}”`,
              )
            }
          />
          <Choose
            label="Stop a sequence"
            among={choices.sequence}
            onDo={(sequence) =>
              change(
                { kind: 'stop', sequence: sequence as never },
                `Stopping “${named(choices.sequence, sequence)}”`,
              )
            }
          />
          {mayDelete && (
            <Small label="Delete" does="Delete" off={false} onDo={removeAll}>
              <span className="flex-1">They stay in the bin for 30 days.</span>
            </Small>
          )}
          {onExport && (
            <button type="button" className={press} onClick={onExport}>
              Export
            </button>
          )}
          <button type="button" aria-label="Untick all" className={press} onClick={onClear}>
            <X className="size-4" aria-hidden />
          </button>
        </div>
      )}
    </div>
  );
}

const press = 'h-8 rounded-control px-2.5 font-semibold hover:bg-sheet/15';

function JobOf({ id, doing, onClose }: { id: string; doing: string; onClose: () => void }) {
  const job = useJob(id);
  const isOver = !isOpen(job);
  return (
    <div className="flex w-[520px] max-w-full items-start gap-1 rounded-card bg-sheet shadow-lg">
      <div className="min-w-0 flex-1">
        <JobProgress job={job} doing={doing} resultWords={changedWords} />
      </div>
      {isOver && (
        <Button look="quiet" className="mt-3 mr-2" onClick={onClose}>
          Close
        </Button>
      )}
    </div>
  );
}

const changedWords = ({ changed, of }: Record<string, unknown>): string => {
  const count = (value: unknown) => Number(value).toLocaleString('en-US');
  const rest = Number(of) - Number(changed);
  const were = rest > 0 ? ` ${count(rest)} needed no change.` : '';
  return `Done: ${count(changed)} ${changed === 1 ? 'person' : 'people'} changed.${were}`;
};

/** A choice among things, made in a small box over the bar. */
function Choose({
  label,
  among,
  onDo,
}: {
  label: string;
  among: { id: string; name: string }[];
  onDo: (id: string) => Promise<void>;
}) {
  const [value, setValue] = useState(among[0]?.id ?? '');
  return (
    <Small label={label} onDo={() => onDo(value)} off={value === ''}>
      {among.length > 0 ? (
        <NamedSelect label={label} among={among} value={value} onChange={setValue} />
      ) : (
        <span className="text-muted">There is none yet.</span>
      )}
    </Small>
  );
}

function Ask({
  label,
  among,
  onDo,
}: {
  label: string;
  among: readonly string[];
  onDo: (tag: string) => Promise<void>;
}) {
  const [tag, setTag] = useState('');
  const read = Tag.safeParse(tag);
  return (
    <Small label={label} off={!read.success} onDo={() => onDo(read.data ?? tag)}>
      <InlineField
        label={`${label}, which`}
        placeholder="Tag"
        className="min-w-0 flex-1"
        maxLength={40}
        autoFocus
        list="bulk-tags"
        value={tag}
        onChange={setTag}
      />
      <datalist id="bulk-tags">
        {among.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
    </Small>
  );
}

function Small({
  label,
  does = 'Apply',
  off,
  onDo,
  children,
}: {
  label: string;
  does?: string;
  off: boolean;
  onDo: () => Promise<void>;
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger className={press}>{label}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="start"
          sideOffset={8}
          aria-label={label}
          className="z-40 w-72 rounded-card border border-strong-line bg-sheet p-3 shadow-lg"
        >
          <form
            className="flex items-center gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              setOpen(false);
              void onDo();
            }}
          >
            {children}
            <Button look="main" type="submit" disabled={off}>
              {does}
            </Button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
