import { api, type RemovalView } from '@plumgate/contract';
import type { BinId } from '@plumgate/core/basics';
import type { FakeServer } from './fake-server.ts';
import { idOf } from './show.tsx';

/** What deleting anything answers. */
export const inBin = { binId: idOf<BinId>(700) };

/** A server from whose bin everything comes back; `view` is what deleting would mean. */
export const withBin = (server: FakeServer, view: Partial<RemovalView> = {}): FakeServer =>
  server
    .on(api.getRemoval, { name: 'It', isLive: false, losses: [], ...view })
    .on(api.restoreFromBin, { note: null });
