import { hostWords, readHost } from '@plumgate/core/domains';
import { useState } from 'react';
import { messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';

/** Adds a domain, read as it is typed or pasted. */
export function AddDomain({
  label,
  help,
  offered = '',
  isFirst = true,
  onAdd,
}: {
  label: string;
  help: string;
  /** What stands there until something is typed. */
  offered?: string;
  isFirst?: boolean;
  onAdd: (domain: string) => Promise<unknown>;
}) {
  const refresh = useRefreshAll();
  const [typed, setTyped] = useState<string | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const value = typed ?? offered;
  const read = value.trim() ? readHost(value) : null;
  const problem = read && !read.ok ? hostWords[read.problem] : undefined;
  const add = async () => {
    try {
      await onAdd(value);
      setTyped('');
      setFailure(null);
      await refresh();
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <form
      className="grid gap-3 rounded-card border border-dashed border-strong-line p-4"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <TextField
        label={label}
        help={help}
        error={problem ?? (failure === null ? undefined : messageOf(failure))}
        maxLength={400}
        value={value}
        onChange={(event) => {
          setTyped(event.target.value);
          setFailure(null);
        }}
      />
      <div>
        <Button look={isFirst ? 'main' : 'plain'} type="submit" disabled={!read?.ok}>
          Add domain
        </Button>
      </div>
    </form>
  );
}
