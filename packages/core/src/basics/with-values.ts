import { ownValue } from './own-value.ts';

/** Words with what stands in braces filled in: `{count} free` with a count of 3 gives `3 free`. An unknown name gives nothing. */
export const withValues = (words: string, values: Record<string, string | number>): string =>
  words.replace(/\{(\w+)\}/g, (_all, name: string) => String(ownValue(values, name) ?? ''));
