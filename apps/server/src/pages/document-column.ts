import { newestVersion, readPageDocument, type PageDocument } from '@plumgate/core/page';
import { upgradedJson } from '../platform/database/columns.ts';

/** A page document of any version that was ever kept, read as the newest. What is up to date was checked as it was kept. */
export const pageDocument = upgradedJson<PageDocument>((stored) => {
  if ((stored as PageDocument).version === newestVersion) return stored as PageDocument;
  const read = readPageDocument(stored);
  if (!read.ok) throw new Error(read.problem);
  return read.value;
});
