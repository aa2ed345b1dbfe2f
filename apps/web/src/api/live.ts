import { api, LiveEvent } from '@plumgate/contract';
import { queries } from './hooks.ts';

type Listener = (event: LiveEvent) => void;

/** What is asked anew when something happens. */
const followed: readonly string[] = [
  api.getToday.path,
  api.listWaiting.path,
  api.getOverview.path,
  api.getAnswerTimes.path,
  api.listConversations.path,
  api.countInbox.path,
  api.getConversation.path,
];
const channelName = 'plumgate-live';
const listeners = new Set<Listener>();
let isStarted = false;

const refresh = () =>
  void queries.invalidateQueries({
    predicate: ({ queryKey }) => followed.includes(queryKey[0] as string),
  });

/** Calls back for every event from now on; gives how to stop. */
export function onLiveEvent(listener: Listener): () => void {
  listeners.add(listener);
  start();
  return () => listeners.delete(listener);
}

/**
 * Follows what happens. One tab of a browser has the stream and tells the others: browsers open six connections to a
 * server at most, and ten tabs would take them all. When that tab goes, another takes over.
 */
function start(): void {
  if (isStarted || typeof EventSource === 'undefined') return;
  isStarted = true;
  const others = new BroadcastChannel(channelName);
  const hear = (message: unknown) => {
    refresh();
    const event = LiveEvent.safeParse(message).data;
    if (event) for (const listener of listeners) listener(event);
  };
  others.onmessage = ({ data }) => hear(data);
  const tell = (message: unknown) => {
    others.postMessage(message);
    hear(message);
  };
  const follow = () => {
    const source = new EventSource(api.followEvents.path);
    // What happened while nobody listened is found by looking anew.
    source.onopen = () => tell(null);
    source.onmessage = ({ data }) => tell(JSON.parse(data as string));
    source.onerror = () => {
      // A browser comes back by itself after a cut, but not after a refusal.
      if (source.readyState === EventSource.CLOSED) setTimeout(follow, comeBackMs);
    };
  };
  // Held until the tab is closed. Without locks (they need a secure origin) every tab has a stream of its own.
  if (navigator.locks)
    navigator.locks.request(channelName, () => new Promise(follow)).catch(follow);
  else follow();
}

const comeBackMs = 5_000;
