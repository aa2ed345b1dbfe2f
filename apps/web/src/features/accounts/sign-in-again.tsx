import { api, type SignedIn } from '@plumgate/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { useNavigate } from 'react-router';
import { keyOf } from '../../api/hooks.ts';
import { signedOut } from '../../api/signed-out.ts';
import { Dialog } from '../../ui/dialog.tsx';
import { SignInForm } from './sign-in-form.tsx';

/** Over whatever is open when somebody has been signed out meanwhile: what they typed stays where it is. */
export function SignInAgain({ session }: { session: SignedIn }) {
  const isOut = useSyncExternalStore(signedOut.subscribe, signedOut.read);
  const queries = useQueryClient();
  const navigate = useNavigate();
  if (!isOut) return null;
  const enter = async (entered: SignedIn) => {
    const isSame = entered.user.id === session.user.id;
    signedOut.end(isSame);
    // Somebody else does not see what the one before had open.
    if (!isSame) queries.clear();
    queries.setQueryData(keyOf(api.session), entered);
    if (!isSame) await navigate('/');
  };
  return (
    <Dialog title="Sign in again" onClose={() => {}}>
      <p className="mb-4 text-muted">
        You have been signed out, perhaps in another tab. Nothing you typed is lost.
      </p>
      <SignInForm email={session.user.email} onSignedIn={enter} />
    </Dialog>
  );
}
