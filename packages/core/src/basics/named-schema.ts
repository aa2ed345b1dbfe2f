import type { z } from 'zod';

/**
 * A schema by the name of its type, the same before and after checking. Without a name the compiler compares two large schemas
 * part by part, which takes it minutes. `Named` is an interface that extends the type of the schema.
 */
export const namedSchema = <Named>(schema: object): z.ZodType<Named, Named> =>
  schema as unknown as z.ZodType<Named, Named>;
