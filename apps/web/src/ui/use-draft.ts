import type { ContentDraft } from '@plumgate/contract';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { messageOf } from '../api/call.ts';
import { useRefreshAll } from '../api/hooks.ts';

const saveDelayMs = 500;

/** How safe what is being changed is. */
export type DraftState = 'none' | 'saving' | 'saved' | 'failed';

interface DraftOf<Value> {
  /** What is in effect, and its version. */
  stored: Value;
  version: number;
  draft: ContentDraft | null;
  saveDraft: (body: { version: number; content: Record<string, unknown> }) => Promise<unknown>;
  discardDraft: () => Promise<unknown>;
  /** Puts the value into effect; resolves with what to say. */
  apply: (value: Value) => Promise<string>;
}

/**
 * Something that acts on people: what is changed is kept by itself as a draft, also over leaving the screen, and takes
 * effect when it is applied.
 */
export function useDraft<Value extends object>(of: DraftOf<Value>) {
  const { stored, draft } = of;
  const [value, setValue] = useState((draft?.content as Value | undefined) ?? stored);
  const [state, setState] = useState<DraftState>(draft ? 'saved' : 'none');
  const [busy, setBusy] = useState(false);
  const refresh = useRefreshAll();
  const waiting = useRef<
    { timer: ReturnType<typeof setTimeout>; save: () => Promise<void> } | undefined
  >(undefined);

  const keep = async (content: Value) => {
    waiting.current = undefined;
    try {
      await of.saveDraft({ version: of.version, content: content as Record<string, unknown> });
      setState('saved');
    } catch {
      setState('failed');
    }
  };
  const change = (content: Value) => {
    setValue(content);
    setState('saving');
    clearTimeout(waiting.current?.timer);
    const save = () => keep(content);
    waiting.current = { timer: setTimeout(() => void save(), saveDelayMs), save };
  };
  const forget = () => {
    clearTimeout(waiting.current?.timer);
    waiting.current = undefined;
  };
  useEffect(() => {
    // What was typed just before leaving is kept, too.
    const flush = () => void waiting.current?.save();
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      clearTimeout(waiting.current?.timer);
      flush();
    };
  }, []);

  const attempt = async (work: () => Promise<string>) => {
    forget();
    setBusy(true);
    try {
      const message = await work();
      setState('none');
      await refresh();
      toast(message);
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return {
    value,
    setValue: change,
    state,
    busy,
    changed: JSON.stringify(value) !== JSON.stringify(stored),
    /** Another version was put into effect after the draft was begun. */
    isBehind: draft !== null && draft.version < of.version,
    /** `apply` in place of the usual one, where there are several ways to put it into effect. */
    apply: (apply = of.apply) => attempt(() => apply(value)),
    discard: () =>
      attempt(async () => {
        await of.discardDraft();
        setValue(stored);
        return 'Changes discarded.';
      }),
  };
}
