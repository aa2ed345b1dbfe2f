import type { Options } from './field.tsx';

/** Things with a name as the options of a select, by their ids; `none` stands first for none of them. */
export const optionsOf = (
  named: readonly { id: string; name: string }[],
  none?: string,
): Options => ({
  ...(none && { '': none }),
  ...Object.fromEntries(named.map(({ id, name }) => [id, name])),
});
