/**
 * The town that an address names: the one before a US state with its ZIP code, or a Canadian province with its postal
 * code. `12 Main St, Port Alder, ME 04101` gives `Port Alder`; empty where the address is not written so.
 *
 * The order is that of USPS Publication 28 and of Canada Post's addressing guidelines (values from memory).
 */
export function townOf(address: string): string {
  const line = address.replace(/\s*\n\s*/g, ', ');
  const found =
    /(?:^|,)\s*([^,\d][^,]*?),?\s+[A-Z]{2},?\s+(?:\d{5}(?:-\d{4})?|[A-Z]\d[A-Z] ?\d[A-Z]\d)\b/i.exec(
      line,
    );
  return found?.[1]?.trim().slice(0, 80) ?? '';
}
