import { z } from 'zod';
import { FormId, FunnelId, PageId } from '../basics/index.ts';

/** A kind of condition on an arriving lead: what it is about, and which value it asks for. */
function conditionKind<About extends string, Value extends z.ZodType>(kind: {
  about: About;
  value: Value;
  /** What stands before the value in a sentence: "from the form". */
  label: string;
  /** The condition in a sentence; `name` is the name of the value. */
  words: (name: string) => string;
}) {
  const { about, value, label, words } = kind;
  return { label, words, schema: z.strictObject({ about: z.literal(about), is: value }) };
}

/** Every kind of condition, in the order in which they are offered. A lead has one value for each (`Arrival`). */
export const conditionKinds = {
  form: conditionKind({
    about: 'form',
    value: FormId,
    label: 'from the form',
    words: (name) => `from the form “${name}”`,
  }),
  page: conditionKind({
    about: 'page',
    value: PageId,
    label: 'from the page',
    words: (name) => `from the page “${name}”`,
  }),
  funnel: conditionKind({
    about: 'funnel',
    value: FunnelId,
    label: 'from the funnel',
    words: (name) => `from the funnel “${name}”`,
  }),
  source: conditionKind({
    about: 'source',
    value: z.string().min(1).max(100),
    label: 'by',
    words: (name) => `by ${name}`,
  }),
};
