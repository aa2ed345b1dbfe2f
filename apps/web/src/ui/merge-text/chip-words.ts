import { readMergeCode, type MergeField } from '@plumgate/core/messages';

/** `First name, or “there”`; code that says more than a field and a fallback is shown as it is. */
export function chipWords(code: string, fields: readonly MergeField[]): string {
  const read = readMergeCode(code);
  const known = read && fields.find(({ field }) => field === read.field);
  if (!known) return code;
  return read.fallback ? `${known.label}, or “${read.fallback}”` : known.label;
}
