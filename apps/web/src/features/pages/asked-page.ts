import { api, type EditorPage } from '@plumgate/contract';
import { call } from '../../api/call.ts';

/** The page that was asked for as its place was opened, until the editor takes it. */
let asked: { pageId: string; page: Promise<EditorPage> } | null = null;

/** Asks for a page before the editor is there. */
export function askForPage(pageId: string): void {
  const page = call(api.getEditorPage, { params: { pageId } });
  // The editor shows a failure when it takes the page.
  page.catch(() => {});
  asked = { pageId, page };
}

/** The page that was asked for, which is given once: what was asked earlier may be old. */
export function takeAskedPage(pageId: string): Promise<EditorPage> | null {
  const taken = asked?.pageId === pageId ? asked.page : null;
  asked = null;
  return taken;
}
