import type { ClientSummary } from '@plumgate/contract';
import { useParams } from 'react-router';
import { useClients } from './hooks.ts';

const key = 'plumgate.client';
/** The client worked on last, remembered in this browser. */
export const lastClient = {
  read: () => localStorage.getItem(key),
  keep: (slug: string) => localStorage.setItem(key, slug),
};

/** The client in the address; undefined while loading or when there is none such. */
export function useClient(): ClientSummary | undefined {
  const { client } = useParams();
  const { data } = useClients();
  return data?.clients.find((one) => one.slug === client);
}
