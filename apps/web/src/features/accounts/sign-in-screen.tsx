import { api } from '@plumgate/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { Navigate, useNavigate } from 'react-router';
import { call, messageOf } from '../../api/call.ts';
import { keyOf, useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { Entrance } from './entrance.tsx';

export function SignInScreen() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { data: state } = useEndpoint(api.setUpState, {});
  const form = useForm({ defaultValues: { email: '', password: '' } });
  const { errors, isSubmitting } = form.formState;
  const enter = form.handleSubmit(async (given) => {
    try {
      const session = await call(api.signIn, { body: given });
      queries.clear();
      queries.setQueryData(keyOf(api.session), session);
      await navigate('/');
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
    }
  });
  if (state?.needed) return <Navigate replace to="/welcome" />;
  return (
    <Entrance title="Sign in">
      <form className="grid gap-4" onSubmit={(event) => void enter(event)}>
        <TextField
          label="Email"
          type="email"
          autoComplete="username"
          autoFocus
          required
          {...form.register('email')}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          {...form.register('password')}
        />
        {errors.root && (
          <p
            role="alert"
            className="rounded-control bg-brick-tint px-3 py-2 font-semibold text-brick"
          >
            {errors.root.message}
          </p>
        )}
        <Button look="main" type="submit" disabled={isSubmitting} className="h-10">
          Sign in
        </Button>
      </form>
      {state?.demo && (
        <p className="mt-4 border-t border-line pt-3 text-xs text-muted">
          The demo’s people are owner@tallow-thyme.test, marketer@tallow-thyme.test and
          desk@quayside-dental.test. Their password is plum-gate-demo.
        </p>
      )}
    </Entrance>
  );
}
