import { api, type EditorPage, type ShownHome } from '@plumgate/contract';
import { useMemo } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { useEditor } from './store.ts';

/** The home that the draft is about: as it came with the page, or where another was chosen since, that one. */
export function useHome({ home }: Pick<EditorPage, 'home'>): ShownHome {
  const id = useEditor((state) => state.draft.page.listing?.id ?? null);
  const isOther = id !== null && id !== home.listing?.id;
  const { data } = useEndpoint(
    api.getListing,
    { params: { listingId: id! } },
    { enabled: isOther },
  );
  return useMemo(
    () => ({ ...home, listing: isOther ? (data ?? null) : id === null ? null : home.listing }),
    [home, id, isOther, data],
  );
}
