import { readCsv, type CsvRow } from './read-csv.ts';

/** The one column of a file of JSON: each record as it is. */
export const jsonColumn = 'Record';

/**
 * The rows of a table, the heading first: of CSV, or of JSON, an array of records or an object with one as `value`, as OData
 * answers. A record is a row with one cell.
 */
export async function* readTable(text: string): AsyncGenerator<CsvRow> {
  if (!/^\s*[[{]/.test(text)) return yield* readCsv(text);
  yield { row: 1, cells: [jsonColumn], problem: null };
  const records = recordsIn(text);
  if (records === null)
    return yield { row: 2, cells: [], problem: 'It is not JSON with a list of records.' };
  for (const [index, record] of records.entries())
    yield { row: index + 2, cells: [JSON.stringify(record)], problem: null };
}

function recordsIn(text: string): unknown[] | null {
  try {
    const read = JSON.parse(text) as unknown;
    const list = Array.isArray(read) ? read : (read as { value?: unknown }).value;
    return Array.isArray(list) ? (list as unknown[]) : null;
  } catch {
    return null;
  }
}
