/**
 * Whether the server has said, in the middle of the work, that nobody is signed in any more. Calls that were refused for
 * that wait until somebody is: what they were to save is not lost. Before anybody was signed in nothing waits.
 */
let wasSignedIn = false;
let isSignedOut = false;
const watching = new Set<() => void>();
let waiting: ((mayGoOn: boolean) => void)[] = [];

export const signedOut = {
  read: (): boolean => isSignedOut,
  subscribe: (tell: () => void): (() => void) => {
    watching.add(tell);
    return () => watching.delete(tell);
  },
  /** Somebody is known to be signed in, or has left by themselves. */
  know: (isSignedIn: boolean): void => {
    wasSignedIn = isSignedIn;
  },
  /** Waits until somebody has signed in again; gives whether it is the same person, whose calls go on. */
  over: (): Promise<boolean> => {
    if (!wasSignedIn) return Promise.resolve(false);
    change(true);
    return new Promise((resolve) => waiting.push(resolve));
  },
  /** Somebody has signed in: who was signed in before, or somebody else. */
  end: (isSame: boolean): void => {
    const all = waiting;
    waiting = [];
    change(false);
    for (const resume of all) resume(isSame);
  },
};

function change(is: boolean): void {
  if (is === isSignedOut) return;
  isSignedOut = is;
  for (const tell of watching) tell();
}
