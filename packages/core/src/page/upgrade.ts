import { failed, done, type Outcome } from '../basics/index.ts';
import { PageDocument } from './document.ts';

/** The newest version of the page document that this program writes. */
export const newestVersion = 1;

/** One step for each version that is no longer written: `upgrades[n]` turns version n into n + 1. */
const upgrades: Record<number, (page: Record<string, unknown>) => Record<string, unknown>> = {};

/**
 * Reads a stored page document of any version this program ever wrote and brings it up to the newest.
 * A newer version, or something that is no page, comes back as a sentence that says which.
 */
export function readPageDocument(stored: unknown): Outcome<PageDocument, string> {
  if (typeof stored !== 'object' || stored === null || !('version' in stored)) {
    return failed('This is not a page document: it has no version.');
  }
  let page = stored as Record<string, unknown>;
  if (typeof page.version !== 'number' || page.version > newestVersion) {
    return failed(
      `This page document has version ${String(page.version)}; this program reads up to ${newestVersion}.`,
    );
  }
  while (page.version !== newestVersion) {
    const step = upgrades[page.version as number];
    if (!step) return failed(`No page document ever had version ${String(page.version)}.`);
    page = step(page);
  }
  const read = PageDocument.safeParse(page);
  return read.success ? done(read.data) : failed(read.error.issues[0]!.message);
}
