import {
  api,
  zodOf,
  type Answered,
  type Call,
  type Endpoint,
  type Problem,
} from '@plumgate/contract';

type Answer<E extends Endpoint> = Answered<E> | ((given: Given<E>) => Answered<E> | Refusal);
/** What a call brought: the parts that its endpoint takes. */
export type Given<E extends Endpoint> = Call<E> & { body?: unknown };

/** An answer that says no. */
export class Refusal {
  constructor(readonly problem: Problem) {}
}
export const refusal = (status: number, detail: string, fields: Problem['fields'] = []): Refusal =>
  new Refusal({
    type: 'urn:plumgate:problem:test',
    title: detail,
    detail,
    status,
    code: 'bad-request',
    fields,
  });

interface Heard {
  endpoint: Endpoint;
  params: Record<string, string>;
  query: Record<string, string>;
  body: unknown;
}

/**
 * The server as a screen sees it: answers endpoints of the contract as it was told, checked against the contract's own
 * schemas, and remembers what it was asked. What it was not told of fails the test that asks.
 */
export class FakeServer {
  readonly heard: Heard[] = [];
  private readonly answers = new Map<Endpoint, (heard: Heard) => unknown>();

  on<E extends Endpoint>(endpoint: E, answer: Answer<E>): this {
    this.answers.set(endpoint, (heard) =>
      typeof answer === 'function'
        ? (answer as (given: unknown) => unknown)({
            params: heard.params,
            query: heard.query,
            body: heard.body,
          })
        : answer,
    );
    return this;
  }

  /** What was sent to an endpoint, in order. */
  sent(endpoint: Endpoint): Omit<Heard, 'endpoint'>[] {
    return this.heard
      .filter((one) => one.endpoint === endpoint)
      .map(({ params, query, body }) => ({ params, query, body }));
  }

  /** Takes the place of the browser's `fetch`. */
  install(): void {
    globalThis.fetch = (async (address: string, request?: RequestInit) => {
      try {
        return await Promise.resolve(this.answer(address, request));
      } catch (error) {
        // Else a screen would only say that the program can't be reached.
        console.error(error);
        throw error;
      }
    }) as typeof fetch;
  }

  private answer(address: string, request: RequestInit = {}): Response {
    const url = new URL(address, 'http://localhost');
    const method = request.method ?? 'GET';
    for (const endpoint of Object.values(api) as Endpoint[]) {
      const params = endpoint.method === method ? match(endpoint.path, url.pathname) : null;
      const answer = params && this.answers.get(endpoint);
      if (!params || !answer) continue;
      const body = typeof request.body === 'string' ? (JSON.parse(request.body) as unknown) : null;
      const heard = { endpoint, params, query: Object.fromEntries(url.searchParams), body };
      // A body that the real server would refuse is no call.
      if (endpoint.body) zodOf(endpoint.body).parse(body);
      this.heard.push(heard);
      const given = answer(heard);
      return given instanceof Refusal
        ? json(given.problem.status, given.problem)
        : json(200, zodOf(endpoint.answer).parse(given));
    }
    throw new Error(`Nobody told the server how to answer ${method} ${url.pathname}.`);
  }
}

/** A response as far as `call` reads one; jsdom has none. */
const json = (status: number, body: unknown) =>
  ({
    ...{ ok: status < 400, status, headers: new Headers() },
    json: () => Promise.resolve(body),
  }) as Response;

function match(pattern: string, path: string): Record<string, string> | null {
  const [wanted, given] = [pattern.split('/'), path.split('/')];
  if (wanted.length !== given.length) return null;
  const params: Record<string, string> = {};
  for (const [index, part] of wanted.entries()) {
    if (part.startsWith(':')) params[part.slice(1)] = decodeURIComponent(given[index]!);
    else if (part !== given[index]) return null;
  }
  return params;
}
