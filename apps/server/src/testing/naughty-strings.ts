import list from 'big-list-of-naughty-strings' with { type: 'json' };

/** A published list of strings that programs have stumbled over (npm `big-list-of-naughty-strings`). */
export const naughtyStrings: readonly string[] = list;
