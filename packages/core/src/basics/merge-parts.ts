/** What comes of two who changed the same thing: both changes, or the part that each of them made something else of. */
export type MergedParts<Parts> = { merged: Parts } | { conflict: keyof Parts & string };

/**
 * Puts somebody's changes on what is there now, part by part: what they did not change stays as somebody else has made it
 * meanwhile.
 *
 * @param now what is stored
 * @param was what they began from
 * @param mine what they made of it
 */
export function mergeParts<Parts extends object>(
  now: Parts,
  was: Parts,
  mine: Parts,
): MergedParts<Parts> {
  const merged = { ...now };
  for (const part of Object.keys({ ...was, ...mine }) as (keyof Parts & string)[]) {
    const [stands, began, wanted] = [now[part], was[part], mine[part]];
    if (isSame(wanted, began) || isSame(wanted, stands)) continue;
    if (!isSame(began, stands)) return { conflict: part };
    merged[part] = wanted;
  }
  return { merged };
}

/** Whether two values of JSON are the same, in whatever order their keys are. */
const isSame = (one: unknown, other: unknown): boolean => inOrder(one) === inOrder(other);

const inOrder = (value: unknown): string =>
  JSON.stringify(value, (_key, part: unknown) =>
    part !== null && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  ) ?? '';
