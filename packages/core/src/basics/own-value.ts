/**
 * What a record itself holds under a name that came from outside; undefined for everything it only inherits. A form may
 * well ask for a `constructor`, and every object has one.
 */
export const ownValue = <Value>(
  record: { readonly [name: string]: Value },
  name: string,
): Value | undefined => (Object.hasOwn(record, name) ? record[name] : undefined);
