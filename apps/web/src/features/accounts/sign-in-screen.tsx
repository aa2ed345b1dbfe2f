import { api } from '@plumgate/contract';
import { useQueryClient } from '@tanstack/react-query';
import { Navigate, useNavigate } from 'react-router';
import { keyOf, useEndpoint } from '../../api/hooks.ts';
import { signedOut } from '../../api/signed-out.ts';
import { Entrance } from './entrance.tsx';
import { SignInForm } from './sign-in-form.tsx';

export function SignInScreen() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { data: state } = useEndpoint(api.setUpState, {});
  if (state?.needed) return <Navigate replace to="/welcome" />;
  return (
    <Entrance title="Sign in">
      <SignInForm
        onSignedIn={async (session) => {
          signedOut.end(false);
          queries.clear();
          queries.setQueryData(keyOf(api.session), session);
          await navigate('/');
        }}
      />
      {state?.demo && (
        <p className="mt-4 border-t border-line pt-3 text-xs text-muted">
          The demo’s people are owner@tallow-thyme.test, marketer@tallow-thyme.test and
          desk@quayside-dental.test. Their password is plum-gate-demo.
        </p>
      )}
    </Entrance>
  );
}
