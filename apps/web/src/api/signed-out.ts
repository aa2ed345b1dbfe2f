/**
 * Whether the server has said, in the middle of the work, that nobody is signed in any more. Calls that were refused for
 * that wait until somebody is: what they were to save is not lost.
 */
let isSignedOut = false;
const watching = new Set<() => void>();
let waiting: ((mayGoOn: boolean) => void)[] = [];

export const signedOut = {
  read: (): boolean => isSignedOut,
  subscribe: (tell: () => void): (() => void) => {
    watching.add(tell);
    return () => watching.delete(tell);
  },
  /** Waits until somebody has signed in again; gives whether it is the same person, whose calls go on. */
  over: (): Promise<boolean> => {
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
