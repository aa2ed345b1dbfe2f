import { useEffect, useRef, useState } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { messageOf } from '../api/call.ts';

const saveDelayMs = 800;

/** How safe what was typed is; `invalid` waits until what is marked is right. */
export type AutosaveState = 'none' | 'saving' | 'saved' | 'invalid' | 'failed';

/**
 * Saves a form by itself a moment after each change, also on leaving, with undo back to how it was opened. What is not
 * valid is not sent and stays as it was typed; a refusal is said at the form's root.
 */
export function useAutosave<Values extends FieldValues>(
  form: UseFormReturn<Values>,
  send: (values: Values) => Promise<unknown>,
): { state: AutosaveState; undo: (() => void) | null } {
  const [state, setState] = useState<AutosaveState>('none');
  const [before, setBefore] = useState<Values[]>([]);
  const saved = useRef(form.getValues());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const sending = useRef(send);
  useEffect(() => {
    sending.current = send;
  });

  const save = async () => {
    timer.current = undefined;
    if (!(await form.trigger())) return setState('invalid');
    const values = form.getValues();
    try {
      await sending.current(values);
      form.clearErrors('root');
      const was = saved.current;
      saved.current = values;
      setBefore((all) => [...all, was]);
      setState('saved');
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
      setState('failed');
    }
  };
  const latest = useRef(save);
  useEffect(() => {
    latest.current = save;
  });
  useEffect(() => {
    const flush = () => {
      if (timer.current === undefined) return;
      clearTimeout(timer.current);
      void latest.current();
    };
    const watching = form.watch(() => {
      clearTimeout(timer.current);
      const isChanged = JSON.stringify(form.getValues()) !== JSON.stringify(saved.current);
      timer.current = isChanged ? setTimeout(() => void latest.current(), saveDelayMs) : undefined;
      if (isChanged) setState('saving');
    });
    window.addEventListener('pagehide', flush);
    return () => {
      watching.unsubscribe();
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, [form]);

  const undo = () => {
    const last = before.at(-1)!;
    form.reset(last);
    setBefore(before.slice(0, -1));
    setState('saving');
    sending.current(last).then(
      () => {
        saved.current = last;
        setState('saved');
      },
      (error: unknown) => {
        form.setError('root', { message: messageOf(error) });
        setState('failed');
      },
    );
  };
  return { state, undo: before.length > 0 ? undo : null };
}

export const autosaveWords: Record<AutosaveState, string> = {
  none: '',
  saving: 'Saving',
  saved: 'Saved',
  invalid: 'Not saved yet: correct what is marked',
  failed: 'Not saved',
};
