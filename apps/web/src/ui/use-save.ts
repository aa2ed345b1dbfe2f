import { useState } from 'react';
import { messageOf } from '../api/call.ts';
import { useRefreshAll } from '../api/hooks.ts';

/** Saves what a small form holds: everything is asked anew and the form closes, or it says what is wrong and stays. */
export function useSave(onSaved: () => void): {
  save: (work: () => Promise<unknown>) => void;
  error: string | undefined;
} {
  const refresh = useRefreshAll();
  const [error, setError] = useState<string>();
  const tried = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await refresh();
      onSaved();
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return { save: (work) => void tried(work), error };
}
