import type { FormId } from '@plumgate/core/basics';
import type { Make } from '@plumgate/core/templates';

/** The id of a part made in the browser: short, and unlike any other on its page. */
export const newId = (): string => crypto.randomUUID().slice(0, 13);

/** Ids for templates that are taken in the browser. */
export const make: Make = { part: newId, form: () => crypto.randomUUID() as FormId };
