import { newestVersion, readPageDocument, type Draft, type Edit } from '@plumgate/core/page';

/** One entry of the history: how to go back, and how to come forward again. */
export interface Entry {
  back: Edit[];
  forth: Edit[];
  group: string | null;
}

/** What this browser keeps of a page's editing, so that a reload or a lost connection loses nothing. */
export interface LocalDraft {
  /** The server's version that `unsent`, or else the history's end, was made from. */
  version: number;
  past: Entry[];
  future: Entry[];
  /** The draft while the server does not have it. */
  unsent: Draft | null;
}

interface Kept extends LocalDraft {
  /** The version of the page document that it is written in. */
  format?: number;
}

/** What an earlier version of the program kept: the draft that was not sent yet, without the history around it. */
function fromBefore({ version, unsent }: Kept): LocalDraft {
  const read = unsent && readPageDocument(unsent.page);
  const draft = unsent && read?.ok ? { ...unsent, page: read.value } : null;
  return { version, past: [], future: [], unsent: draft };
}

const keyOf = (pageId: string) => `plumgate.page.${pageId}`;
/** As far back as a reload keeps: a browser has about five million characters for everything. */
const mostEntries = 100;
const mostCharacters = 1_500_000;
const calm = 250;
const waiting = new Map<string, { timer: ReturnType<typeof setTimeout>; kept: LocalDraft }>();

/** Keeps it, a moment after the last of several in a row: writing it down takes longer than typing a letter may. */
export function saveLocalDraft(pageId: string, kept: LocalDraft): void {
  clearTimeout(waiting.get(pageId)?.timer);
  const timer = setTimeout(() => writeDown(pageId), calm);
  waiting.set(pageId, { timer, kept });
}

function writeDown(pageId: string): void {
  const kept = waiting.get(pageId)?.kept;
  if (!kept) return;
  clearTimeout(waiting.get(pageId)?.timer);
  waiting.delete(pageId);
  for (let entries = mostEntries; ; entries = Math.floor(entries / 2)) {
    const last = (list: Entry[]) => (entries > 0 ? list.slice(-entries) : []);
    const shorter = { ...kept, past: last(kept.past), future: last(kept.future) };
    const text = JSON.stringify({ format: newestVersion, ...shorter });
    if (text.length > mostCharacters && entries > 0) continue;
    try {
      localStorage.setItem(keyOf(pageId), text);
    } catch {
      // A full or closed store only means that a reload forgets the history.
    }
    return;
  }
}

export function readLocalDraft(pageId: string): LocalDraft | null {
  writeDown(pageId);
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(pageId)) ?? 'null') as Kept | null;
    return kept && (kept.format === newestVersion ? kept : fromBefore(kept));
  } catch {
    return null;
  }
}

/** Before the page goes away: what still waits to be written down. */
export const saveAllNow = (): void => [...waiting.keys()].forEach(writeDown);
