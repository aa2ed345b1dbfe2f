import { api, type Answered, type Call, type Endpoint } from '@plumgate/contract';
import {
  keepPreviousData,
  QueryClient,
  useInfiniteQuery,
  useQuery,
  useQueryClient,
  type UseInfiniteQueryResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import { call, CallError } from './call.ts';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) =>
        count < 2 && !(error instanceof CallError && error.problem.status >= 400),
      staleTime: 5_000,
    },
  },
});

/** The key under which an answer is kept: the endpoint and what was asked. */
export const keyOf = (endpoint: Endpoint, given: object = {}) => [endpoint.path, given] as const;

const queryOf = <E extends Endpoint>(endpoint: E, given: Call<E>) => ({
  queryKey: keyOf(endpoint, given),
  queryFn: () => call(endpoint, given),
});

/** Asks an endpoint before a screen does, which finds the answer or waits for it; a failure is the screen's to meet. */
export function askEarly<E extends Endpoint>(endpoint: E, given: Call<E>): void {
  void queries.prefetchQuery(queryOf(endpoint, given));
}

/** Asks an endpoint and keeps the answer; `enabled: false` waits. */
export function useEndpoint<E extends Endpoint>(
  endpoint: E,
  given: Call<E>,
  {
    keepsShown = false,
    ...options
  }: {
    enabled?: boolean;
    refetchInterval?: number;
    refetchOnMount?: 'always';
    /** What was shown before stays until the next is there. */
    keepsShown?: boolean;
  } = {},
): UseQueryResult<Answered<E>, CallError> {
  return useQuery<Answered<E>, CallError>({
    ...queryOf(endpoint, given),
    ...options,
    ...(keepsShown && { placeholderData: keepPreviousData }),
  });
}

type Part<E extends Endpoint> = Answered<E> & { next: string | null };

/** Asks an endpoint whose list goes on at `next`, a part at a time; looks for what is new every quarter of a minute. */
export function useEndlessList<E extends Endpoint>(
  endpoint: E,
  given: Call<E>,
  options: { enabled?: boolean; keepsShown?: boolean } = {},
): UseInfiniteQueryResult<{ pages: Part<E>[] }, CallError> {
  // Where to go on is said where all else is: in the address, or in the body.
  const place = endpoint.body ? 'body' : 'query';
  const rest = (given as { body?: object; query?: object })[place];
  return useInfiniteQuery<
    Part<E>,
    CallError,
    { pages: Part<E>[] },
    readonly unknown[],
    string | undefined
  >({
    queryKey: keyOf(endpoint, given as object),
    queryFn: async ({ pageParam }) =>
      (await call(endpoint, {
        ...given,
        [place]: { ...rest, after: pageParam },
      } as Call<E>)) as Part<E>,
    initialPageParam: undefined,
    // What is shown stays until what was asked for instead is there.
    ...(options.keepsShown && { placeholderData: keepPreviousData }),
    getNextPageParam: ({ next }) => next ?? undefined,
    refetchInterval: 15_000,
    ...(options.enabled !== undefined && { enabled: options.enabled }),
  });
}

/** Makes every kept answer be asked again, after something changed that any of them may show. */
export function useRefreshAll(): () => Promise<void> {
  const client = useQueryClient();
  return () => client.invalidateQueries();
}

export const useSession = () => useEndpoint(api.session, {});
export const useClients = () => useEndpoint(api.listClients, {});
