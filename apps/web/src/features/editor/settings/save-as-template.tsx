import { api } from '@plumgate/contract';
import { bindingsOf, emptyPage, type Band, type Draft } from '@plumgate/core/page';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../../api/call.ts';
import { useRefreshAll } from '../../../api/hooks.ts';
import { Button } from '../../../ui/button.tsx';
import { useEditorStore } from '../store.ts';

/** Keeps a band or the page for other pages, funnels and clients. */
export function KeepAsTemplate({
  kind,
  name,
  bands,
}: {
  kind: 'band' | 'page';
  name: string;
  bands?: Band[];
}) {
  const store = useEditorStore();
  const refresh = useRefreshAll();
  const [asking, setAsking] = useState<string | null>(null);
  const keep = async (called: string) => {
    const { draft } = store.getState();
    const page = bands
      ? { ...emptyPage(called), bands: bands.map((band) => ({ ...band, linked: null, popup: '' })) }
      : draft.page;
    const { forms: ids } = bindingsOf(page);
    const forms = Object.fromEntries(ids.map((id) => [id, draft.forms[id]])) as Draft['forms'];
    try {
      await call(api.keepTemplate, {
        body: {
          kind,
          name: called,
          content: { pages: [{ name: called, draft: { page, forms } }] },
        },
      });
      await refresh();
      setAsking(null);
      toast(`Saved as a template: “${called}”.`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  if (asking === null)
    return (
      <Button look="quiet" onClick={() => setAsking(name || 'My template')}>
        Save as a template
      </Button>
    );
  return (
    <form
      className="flex gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        void keep(asking.trim());
      }}
    >
      <input
        autoFocus
        aria-label="Name of the template"
        maxLength={80}
        className="h-8 min-w-0 flex-1 rounded-control border border-strong-line bg-sheet px-2"
        value={asking}
        onChange={(event) => setAsking(event.target.value)}
      />
      <Button type="submit" disabled={!asking.trim()}>
        Save
      </Button>
    </form>
  );
}
