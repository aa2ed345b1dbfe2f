import { parse } from 'papaparse';

/** The codes in pasted lines or in a CSV file: its first column, without a heading that names it. */
export function codesIn(text: string): string[] {
  const { data } = parse<string[]>(text.trim(), { skipEmptyLines: true });
  const codes = data.map(([code = '']) => code.trim()).filter(Boolean);
  return /^(?:codes?|vouchers?|coupons?)$/i.test(codes[0] ?? '') ? codes.slice(1) : codes;
}
