/** Something else has what may be there only once. */
export const uniqueViolation = '23505';

/** PostgreSQL's five-letter code of a failure, however deep a library wrapped it; null where no database said no. */
export const sqlState = (error: unknown): string | null => answerIn(error)?.code ?? null;

/** The unique rule that a failed statement would have broken; null for any other failure. */
export function brokenUniqueRule(error: unknown): string | null {
  const answer = answerIn(error);
  return answer?.code === uniqueViolation ? (answer.constraint ?? null) : null;
}

function answerIn(error: unknown): { code: string; constraint?: string } | null {
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 5; depth++) {
    const { code, severity } = at as { code?: unknown; severity?: unknown };
    // Only answers of a database have a severity: `EPIPE` is five letters, too.
    if (typeof code === 'string' && severity !== undefined)
      return at as unknown as { code: string; constraint?: string };
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
