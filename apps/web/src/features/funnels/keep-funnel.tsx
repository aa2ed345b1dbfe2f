import { api, type PathBoard } from '@plumgate/contract';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';

/** Keeps the whole funnel for other clients: its pages as their drafts stand now. */
export function KeepFunnel({ board }: { board: PathBoard }) {
  const refresh = useRefreshAll();
  const keep = async () => {
    const { name } = board.funnel;
    try {
      const pages = await Promise.all(
        board.steps.map(async (step) => {
          const page = await call(api.getEditorPage, { params: { pageId: step.pageId } });
          return { name: step.name, draft: page.draft };
        }),
      );
      await call(api.keepTemplate, { body: { kind: 'funnel', name, content: { pages } } });
      await refresh();
      toast(`Kept as a template: “${name}”. Start a funnel from it for any client.`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <Button look="quiet" onClick={() => void keep()}>
      Keep as a template
    </Button>
  );
}
