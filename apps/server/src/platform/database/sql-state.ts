/** Something else has what may be there only once. */
export const uniqueViolation = '23505';

/** PostgreSQL's five-letter code of a failure, however deep a library wrapped it; null where no database said no. */
export function sqlState(error: unknown): string | null {
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 5; depth++) {
    const { code, severity } = at as { code?: unknown; severity?: unknown };
    // Only answers of a database have a severity: `EPIPE` is five letters, too.
    if (typeof code === 'string' && severity !== undefined) return code;
    at = at.cause;
  }
  return null;
}

/**
 * Whether the data itself was refused, and would be again: a value that can't be stored (class 22), a broken rule
 * (23) or a row too large for an index (54). Everything else, a lost connection above all, says nothing about the data.
 */
export function isDataError(error: unknown): boolean {
  return ['22', '23', '54'].includes(sqlState(error)?.slice(0, 2) ?? '');
}
