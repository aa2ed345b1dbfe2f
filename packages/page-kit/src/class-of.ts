const names = new WeakMap<object, string>();

/**
 * The name of the class for something that says how a part looks, made from what it says: the same for the same on every
 * page and in every process; empty where it says nothing. `prefix` is one letter for what kind of thing it is.
 */
export function classOf(says: object, prefix: string): string {
  const known = names.get(says);
  if (known !== undefined) return known && prefix + known;
  const name = Object.keys(says).length === 0 ? '' : hash(JSON.stringify(says));
  names.set(says, name);
  return name && prefix + name;
}

/** 53 bits of a text, in base 36: two of a million looks meet by chance once in 18,000 times (the birthday bound). */
function hash(text: string): string {
  let [a, b] = [0xdeadbeef, 0x41c6ce57];
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    a = Math.imul(a ^ code, 2654435761);
    b = Math.imul(b ^ code, 1597334677);
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
  return (4294967296 * (2097151 & b) + (a >>> 0)).toString(36);
}
