import type { FormId, PageId } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';

export interface FormChange {
  id: FormId;
  /** The page whose draft the change came with; null where the form was changed by itself. */
  with: PageId | null;
}

/** A form was changed: every page that shows it is another one now. */
export const formChanged: EventKind<FormChange> = { name: 'form changed' };
