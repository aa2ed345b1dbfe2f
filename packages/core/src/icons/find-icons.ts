/**
 * The names of icons that a word fits, best first: those that begin with it, those that have it, those that are tagged
 * with it. Several words have to fit all. Without a word, all by name.
 */
export function findIcons(
  names: readonly string[],
  tags: Readonly<Record<string, readonly string[]>>,
  typed: string,
): string[] {
  const words = typed
    .toLowerCase()
    .split(/[\s-]+/)
    .filter(Boolean);
  if (words.length === 0) return [...names];
  const rated = names.flatMap((name) => {
    const ranks = words.map((word) => rankOf(name, tags[name] ?? [], word));
    return ranks.includes(null) ? [] : [{ name, rank: Math.max(...(ranks as number[])) }];
  });
  return rated.toSorted((a, b) => a.rank - b.rank).map(({ name }) => name);
}

function rankOf(name: string, tags: readonly string[], word: string): number | null {
  if (name === word) return 0;
  if (name.split('-').some((part) => part === word)) return 1;
  if (name.startsWith(word)) return 2;
  if (tags.some((tag) => tag === word)) return 3;
  if (name.includes(word)) return 4;
  return tags.some((tag) => tag.startsWith(word)) ? 5 : null;
}
