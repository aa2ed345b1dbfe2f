import { api, Problem, zodOf, type Answered, type Call, type Endpoint } from '@plumgate/contract';
import { builds } from './builds.ts';
import { signedOut } from './signed-out.ts';

/** An answer that says what went wrong; `message` is the sentence for the person. */
export class CallError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title);
  }

  /** The message at a field of the request's body, such as `slug`. */
  at(field: string): string | undefined {
    return this.problem.fields?.find((one) => one.field === `body.${field}`)?.message;
  }
}

export const unreachable: Problem = {
  type: 'about:blank',
  title: 'The program can’t be reached. Check the connection; nothing you typed is lost.',
  status: 0,
  code: 'not-ready',
};

/**
 * Calls an endpoint of the contract with exactly the parts it takes. Where somebody was signed out meanwhile, it waits until
 * they have signed in again.
 */
export async function call<E extends Endpoint>(
  endpoint: E,
  given: Call<E>,
  options: { keepalive?: boolean } = {},
): Promise<Answered<E>> {
  const answer = await send(endpoint, given, options);
  const read: unknown = await answer.json().catch(() => null);
  if (answer.ok) {
    if (endpoint.path === api.session.path) signedOut.know(endpoint.method !== 'DELETE');
    return zodOf(endpoint.answer).parse(read) as Answered<E>;
  }
  const problem = Problem.safeParse(read).data ?? unreachable;
  const isLost = problem.code === 'not-signed-in' && endpoint.path !== api.session.path;
  if (isLost && (await signedOut.over())) return call(endpoint, given, options);
  throw new CallError(problem);
}

/** A file that an endpoint answers with, under the name the server gives it. */
export async function download<E extends Endpoint>(
  endpoint: E,
  given: Call<E>,
): Promise<{ name: string; content: Blob }> {
  const answer = await send(endpoint, given);
  if (!answer.ok) {
    const read: unknown = await answer.json().catch(() => null);
    throw new CallError(Problem.safeParse(read).data ?? unreachable);
  }
  const [, name = 'download'] =
    /filename="([^"]+)"/.exec(answer.headers.get('content-disposition') ?? '') ?? [];
  const content = await answer.blob().catch(() => {
    throw new CallError(unreachable);
  });
  return { name, content };
}

async function send<E extends Endpoint>(
  endpoint: E,
  given: Call<E>,
  options: { keepalive?: boolean } = {},
): Promise<Response> {
  const { body } = given as { body?: unknown };
  const answer = await fetch(addressOf(endpoint, given), {
    method: endpoint.method,
    ...(body !== undefined && {
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    }),
    ...options,
  }).catch(() => {
    throw new CallError(unreachable);
  });
  builds.seen(answer.headers.get('x-build'));
  return answer;
}

/** The address of a request: its path with the named parts filled in, and its query. */
export function addressOf<E extends Endpoint>(endpoint: E, given: Call<E>): string {
  const { params, query } = given as {
    params?: Record<string, string>;
    query?: Record<string, unknown>;
  };
  const path = endpoint.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(params?.[name] ?? ''),
  );
  return path + queryText(query);
}

function queryText(query: Record<string, unknown> | undefined): string {
  const pairs = Object.entries(query ?? {}).filter(
    ([, value]) => value !== undefined && value !== '',
  );
  return pairs.length > 0
    ? `?${new URLSearchParams(pairs.map(([name, value]) => [name, String(value)]))}`
    : '';
}

export const messageOf = (error: unknown): string =>
  error instanceof Error ? error.message : 'Something went wrong. Try again.';
