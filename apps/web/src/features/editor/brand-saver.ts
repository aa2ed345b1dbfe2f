import { api } from '@plumgate/contract';
import type { Brand } from '@plumgate/core/brand';
import { call } from '../../api/call.ts';
import { queries } from '../../api/hooks.ts';
import { saveDelayMs } from './draft-saver.ts';

export interface BrandSaver {
  /** Saves a brand a moment after the last of several in a row. */
  schedule: (brand: Brand) => void;
  /** Resolves when the server has the brand that was applied last. */
  save: () => Promise<void>;
}

/** Saves the brand for all of a client's pages; `onSaved` and `onFailed` say how it went. */
export function createBrandSaver(
  clientId: string,
  { onSaved, onFailed }: { onSaved: () => void; onFailed: (error: unknown) => void },
): BrandSaver {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let unsaved: Brand | null = null;
  let saving: Promise<void> = Promise.resolve();

  const send = async (body: Brand): Promise<void> => {
    try {
      await call(api.saveBrand, { params: { clientId }, body });
    } catch (error) {
      unsaved ??= body;
      throw error;
    }
    onSaved();
    void queries.invalidateQueries();
  };

  const save = () => {
    clearTimeout(timer);
    if (unsaved) {
      const body = unsaved;
      unsaved = null;
      saving = send(body);
    }
    return saving;
  };

  return {
    save,
    schedule: (brand) => {
      unsaved = brand;
      clearTimeout(timer);
      timer = setTimeout(() => {
        save().catch(onFailed);
      }, saveDelayMs);
    },
  };
}
