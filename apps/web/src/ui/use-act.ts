import { toast } from 'sonner';
import { messageOf } from '../api/call.ts';
import { useRefreshAll } from '../api/hooks.ts';

/** What was done in a few words, and what takes it back. */
export interface Done {
  said: string;
  undo?: () => Promise<unknown>;
}

/** How long, in ms, there is to take something back by one press. */
const duration = 10_000;

/** Does something at once, says so, and offers to take it back; what went wrong is said instead. */
export function useAct(): (work: () => Promise<Done>) => Promise<void> {
  const refresh = useRefreshAll();
  const tried = async (work: () => Promise<unknown>) => {
    try {
      return await work();
    } catch (error) {
      toast.error(messageOf(error));
      return null;
    } finally {
      await refresh();
    }
  };
  return async (work) => {
    const done = (await tried(work)) as Done | null;
    if (!done) return;
    const { said, undo } = done;
    toast(said, undo && { duration, action: { label: 'Undo', onClick: () => void tried(undo) } });
  };
}
