import type { SignedIn } from '@plumgate/contract';
import { api } from '@plumgate/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { keyOf } from '../../api/hooks.ts';
import { signedOut } from '../../api/signed-out.ts';

/** Leads the one who has just signed in to their first place; nothing is left of the one before. */
export function useEntry(): (session: SignedIn) => Promise<void> {
  const navigate = useNavigate();
  const queries = useQueryClient();
  return async (session) => {
    signedOut.end(false);
    signedOut.know(true);
    queries.clear();
    queries.setQueryData(keyOf(api.session), session);
    await navigate('/');
  };
}
