import type { DocumentFormat } from '@plumgate/core/basics';
import {
  newestVersion,
  readBand,
  readPageDocument,
  type Band,
  type PageDocument,
} from '@plumgate/core/page';
import { customType } from 'drizzle-orm/pg-core';
import { documentColumn, toJson } from '../../platform/database/columns.ts';

/** A page document carries its version itself. What is up to date was checked as it was saved. */
const pageFormat: DocumentFormat<PageDocument> = {
  version: newestVersion,
  read: (stored) => {
    if ((stored as PageDocument).version === newestVersion) return stored as PageDocument;
    const read = readPageDocument(stored);
    if (!read.ok) throw new Error(read.problem);
    return read.value;
  },
  write: (page) => page,
};
export const pageDocument = documentColumn(pageFormat);

/** A band kept by itself, beside the version of the page document it was written in. */
export const bandDocument = customType<{
  data: Band;
  driverData: { version: number; band: unknown } | string;
}>({
  dataType: () => 'jsonb',
  toDriver: (band) => toJson({ version: newestVersion, band }),
  fromDriver: (stored) => {
    const kept = stored as { version: number; band: unknown };
    if (kept.version === newestVersion) return kept.band as Band;
    const read = readBand(kept);
    if (!read.ok) throw new Error(read.problem);
    return read.value;
  },
});
