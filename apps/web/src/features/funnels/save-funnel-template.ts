import { api, type PathBoard } from '@plumgate/contract';
import { call } from '../../api/call.ts';
import type { Done } from '../../ui/use-act.ts';

/** Keeps the whole funnel for other clients: its pages as their drafts stand now. */
export async function keepFunnel({ funnel: { name }, steps }: PathBoard): Promise<Done> {
  const pages = await Promise.all(
    steps.map(async (step) => {
      const page = await call(api.getEditorPage, { params: { pageId: step.pageId } });
      return { name: step.name, draft: page.draft };
    }),
  );
  const { id } = await call(api.keepTemplate, {
    body: { kind: 'funnel', name, content: { pages } },
  });
  return {
    said: `Saved as a template: “${name}”. Create a funnel from it for any client.`,
    undo: () => call(api.removeTemplate, { params: { templateId: id } }),
  };
}
