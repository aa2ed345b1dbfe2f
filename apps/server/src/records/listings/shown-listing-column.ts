import { listingFormat, type ShownListing } from '@plumgate/core/listings';
import { documentColumn } from '../../platform/database/columns.ts';

/** A listing as a page shows it; what an earlier build kept is brought up to date as it is read. */
export const shownListing = documentColumn<ShownListing>({
  version: listingFormat.version,
  read: (stored) => {
    const shown = stored as ShownListing;
    return { ...shown, content: listingFormat.read(shown.content) };
  },
  write: (shown) => ({ ...shown, content: listingFormat.write(shown.content) }),
});
