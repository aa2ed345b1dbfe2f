import type { ClientSummary } from '@plumgate/contract';
import { useParams } from 'react-router';
import { useClients } from './hooks.ts';

const key = 'plumgate.place';
/** Where in the app one was last, as a path, remembered in this browser. */
export const lastPlace = {
  read: () => localStorage.getItem(key),
  keep: (path: string) => localStorage.setItem(key, path),
};

/** The client in the address; undefined while loading or when there is none such. */
export function useClient(): ClientSummary | undefined {
  const { client } = useParams();
  const { data } = useClients();
  return data?.clients.find((one) => one.slug === client);
}
