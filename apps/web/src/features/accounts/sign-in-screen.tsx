import { api } from '@plumgate/contract';
import { Link, Navigate } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { Entrance } from './entrance.tsx';
import { SignInForm } from './sign-in-form.tsx';
import { useEntry } from './use-entry.ts';

export function SignInScreen() {
  const enter = useEntry();
  const { data: state } = useEndpoint(api.setUpState, {});
  if (state?.needed) return <Navigate replace to="/welcome" />;
  return (
    <Entrance title="Sign in">
      <SignInForm onSignedIn={enter} />
      <p className="mt-3 text-center text-[13px]">
        <Link className="text-plum-dark hover:underline" to="/new-password">
          Forgot your password?
        </Link>
      </p>
      {state?.demo && (
        <p className="mt-4 border-t border-line pt-3 text-xs text-muted">
          The demo’s people are owner@tallow-thyme.test, marketer@tallow-thyme.test and
          desk@quayside-dental.test. Their password is plum-gate-demo.
        </p>
      )}
    </Entrance>
  );
}
