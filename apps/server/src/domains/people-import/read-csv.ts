import { parse } from 'csv-parse';
import { mostColumns, separatorOf } from '@plumgate/core/people';

/** A row of a file: its number, counted from 1 with the heading, and its cells, or why they can't be read. */
export interface CsvRow {
  row: number;
  cells: string[];
  problem: string | null;
}

/**
 * The rows of a CSV file (RFC 4180), the heading first. Quotes that stand where they don't belong are taken as they are; what
 * can't be read at all, such as the rest of a file whose last quote is never closed, comes as a row with a problem.
 */
export async function* readCsv(text: string): AsyncGenerator<CsvRow> {
  let isOpen = false;
  const parser = parse(text, {
    delimiter: separatorOf(text),
    relax_quotes: true,
    relax_column_count: true,
    skip_empty_lines: true,
    // An error ends the reading before the rows that were good are given; what is skipped is said at the end.
    skip_records_with_error: true,
    on_skip: () => {
      isOpen = true;
      return undefined;
    },
  });
  let row = 0;
  for await (const cells of parser as AsyncIterable<string[]>) {
    row++;
    const problem = cells.length > mostColumns ? `It has more than ${mostColumns} columns.` : null;
    yield { row, cells, problem };
  }
  if (isOpen) yield { row: row + 1, cells: [], problem: 'A quotation mark in it is never closed.' };
}
