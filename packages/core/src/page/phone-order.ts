interface Part {
  id: string;
}

/**
 * Parts in the order in which they stand on a phone. `order` names them by id; one that it does not name, since it came
 * later, stands behind the one before it, and ids of parts that are gone are passed over.
 */
export function inPhoneOrder<Of extends Part>(
  parts: readonly Of[],
  order: readonly string[],
): Of[] {
  const named = order.flatMap((id) => parts.find((part) => part.id === id) ?? []);
  const result = [...new Set(named)];
  for (const [index, part] of parts.entries())
    if (!result.includes(part))
      result.splice(index === 0 ? 0 : result.indexOf(parts[index - 1]!) + 1, 0, part);
  return result;
}

/**
 * The order to store so that a part stands at a place on a phone: `index` counts among all of them as they stand there
 * now, 0 to their number. Empty when that is the order they have anyway.
 */
export function phoneOrderWith(
  parts: readonly Part[],
  order: readonly string[],
  id: string,
  index: number,
): string[] {
  const now = inPhoneOrder(parts, order).map((part) => part.id);
  const from = now.indexOf(id);
  const rest = now.toSpliced(from, 1);
  const next = rest.toSpliced(index > from ? index - 1 : index, 0, id);
  return next.every((one, at) => one === parts[at]?.id) ? [] : next;
}

/**
 * Whether reading jumps about: what comes one after the other on a phone, and so for the keyboard, stands far from it on
 * a wide screen. One part that trades places with the next is followed by any eye; a part that jumps over several, or two
 * parts that the keyboard stops at in the wrong order, are not (WCAG 2.2, 1.3.2 and 2.4.3; the limit is common practice,
 * no source).
 */
export function doesReadingJump<Of extends Part>(
  parts: readonly Of[],
  order: readonly string[],
  stopsKeyboard: (part: Of) => boolean,
): boolean {
  const wide = new Map(parts.map((part, index) => [part, index]));
  const phone = inPhoneOrder(parts, order);
  if (phone.some((part, index) => Math.abs(wide.get(part)! - index) > 1)) return true;
  const stops = phone.filter(stopsKeyboard).map((part) => wide.get(part)!);
  return stops.some((place, index) => index > 0 && place < stops[index - 1]!);
}
