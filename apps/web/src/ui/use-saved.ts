import { useState } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../api/call.ts';
import { useRefreshAll } from '../api/hooks.ts';

/**
 * Something that is edited here and saved by a button: its value now, whether it differs from what is saved, and how to
 * save or discard. `send` resolves with what to say; what was typed stays whether it works or not.
 */
export function useSaved<Value>(stored: Value, send: (value: Value) => Promise<string>) {
  const [value, setValue] = useState(stored);
  const [busy, setBusy] = useState(false);
  const refresh = useRefreshAll();
  const changed = JSON.stringify(value) !== JSON.stringify(stored);
  const save = async () => {
    setBusy(true);
    try {
      const message = await send(value);
      await refresh();
      toast(message);
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return { value, setValue, changed, busy, save, discard: () => setValue(stored) };
}
