import { problemCodes, type Problem, type ProblemCode } from '@plumgate/contract';

/** An expected failure of a request. The code decides the status and the title; `detail` adds what is special about it. */
export class AppProblem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly more: { detail?: string; fields?: { field: string; message: string }[] } = {},
  ) {
    super(more.detail ?? problemCodes[code].title);
  }

  get statusCode(): number {
    return problemCodes[this.code].status;
  }

  /** The RFC 9457 document for this problem. */
  document(requestId: string): Problem {
    const { status, title } = problemCodes[this.code];
    return {
      type: `urn:plumgate:problem:${this.code}`,
      title,
      status,
      code: this.code,
      ...this.more,
      requestId,
    };
  }
}

export const notFound = () => new AppProblem('not-found');

/** For `catch`: what is not there is null. Any other failure stays one, so that no lost connection passes for an empty shelf. */
export function nullIfNotFound(error: unknown): null {
  if (error instanceof AppProblem && error.code === 'not-found') return null;
  throw error;
}
