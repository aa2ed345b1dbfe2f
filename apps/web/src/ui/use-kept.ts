import { useState } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../api/call.ts';
import { useRefreshAll } from '../api/hooks.ts';

/**
 * Something that is changed here and kept by a press: what it is now, whether it differs from what is kept, and the
 * keeping. `keep` says what happened, or why it did not; what was typed stays either way.
 */
export function useKept<Value>(kept: Value, save: (value: Value) => Promise<string>) {
  const [value, setValue] = useState(kept);
  const [busy, setBusy] = useState(false);
  const refresh = useRefreshAll();
  const changed = JSON.stringify(value) !== JSON.stringify(kept);
  const keep = async () => {
    setBusy(true);
    try {
      const said = await save(value);
      await refresh();
      toast(said);
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return { value, setValue, changed, busy, keep, putBack: () => setValue(kept) };
}
