/** Every text in a page or a part of one, of whatever setting, in the order of the document. */
export function textsIn(part: unknown): string[] {
  if (typeof part === 'string') return [part];
  if (typeof part !== 'object' || part === null) return [];
  return Object.values(part).flatMap(textsIn);
}
