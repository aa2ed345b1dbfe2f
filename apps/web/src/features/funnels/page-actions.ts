import { api, type PageState } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { call } from '../../api/call.ts';
import type { MenuItem } from '../../ui/menu.tsx';
import type { Wanted } from '../bin/use-removal.tsx';
import type { Done } from '../../ui/use-act.ts';

interface Page {
  pageId: PageId;
  name: string;
}
const change = (pageId: PageId, body: { name?: string; offline?: boolean; ready?: boolean }) =>
  call(api.changeStep, { params: { pageId }, body });

/** What can be done with one page, on the Path and in the list of all pages alike; each with what takes it back. */
export const stepActions = {
  rename: async ({ pageId, name }: Page, wanted: string): Promise<Done> => {
    await change(pageId, { name: wanted });
    return { said: `Named “${wanted}”.`, undo: () => change(pageId, { name }) };
  },
  ready: async ({ pageId, name }: Page): Promise<Done> => {
    await change(pageId, { ready: true });
    return {
      said: `${name} is marked as ready.`,
      undo: () => change(pageId, { ready: false }),
    };
  },
  notReady: async ({ pageId, name }: Page): Promise<Done> => {
    await change(pageId, { ready: false });
    return {
      said: `${name} is not marked as ready any more.`,
      undo: () => change(pageId, { ready: true }),
    };
  },
  offline: async ({ pageId, name }: Page): Promise<Done> => {
    await change(pageId, { offline: true });
    return {
      said: `${name} is offline. Visitors see the client’s name and number instead.`,
      undo: () => change(pageId, { offline: false }),
    };
  },
  online: async ({ pageId, name }: Page): Promise<Done> => {
    await change(pageId, { offline: false });
    return {
      said: `${name} is back online, as last published.`,
      undo: () => change(pageId, { offline: true }),
    };
  },
};

/** A page to be deleted. */
export const pageToRemove = (pageId: PageId): Wanted => ({
  kind: 'page',
  id: pageId,
  does: () => call(api.removeStep, { params: { pageId } }),
});

/** The end of a page's menu, wherever that is: off or on again, and away. */
export function endOfMenu(
  page: Page & { state: PageState },
  act: (work: () => Promise<Done>) => Promise<void>,
  remove: (wanted: Wanted) => Promise<void>,
): MenuItem[] {
  const item = (label: string, work: (page: Page) => Promise<Done>) => ({
    label,
    does: () => void act(() => work(page)),
  });
  return [
    page.state === 'offline'
      ? item('Bring back online', stepActions.online)
      : { ...item('Take it offline', stepActions.offline), off: page.state === 'draft' },
    { label: 'Delete it…', grave: true, does: () => void remove(pageToRemove(page.pageId)) },
  ];
}
