import { z } from 'zod';

/** The objects of a registry, one for each kind. */
type Registry = Record<string, { schema: z.ZodObject }>;

/**
 * The schema of whatever is one of the registry's kinds, told apart by `key`: a kind that is added to the registry is a
 * choice here, and the types of everything that has to know each kind name what is missing.
 */
export const oneOfKinds = <Kinds extends Registry>(key: string, kinds: Kinds) =>
  z.discriminatedUnion(
    key,
    Object.values(kinds).map(({ schema }) => schema) as unknown as [
      Kinds[keyof Kinds]['schema'],
      ...Kinds[keyof Kinds]['schema'][],
    ],
  );
