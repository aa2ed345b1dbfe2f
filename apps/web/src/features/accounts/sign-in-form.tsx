import { api, type SignedIn } from '@plumgate/contract';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { call, CallError, messageOf } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { EntranceProblem } from './entrance-problem.tsx';

const problemOf = (error: unknown) => (error instanceof CallError ? error.problem.code : null);

/** Email and password, then a code where the account has a second factor, and what is wrong with them. */
export function SignInForm({
  email = '',
  onSignedIn,
}: {
  email?: string;
  onSignedIn: (session: SignedIn) => Promise<void> | void;
}) {
  const form = useForm({ defaultValues: { email, password: '', code: '' } });
  const [asksCode, setAsksCode] = useState(false);
  const { errors, isSubmitting } = form.formState;
  const enter = form.handleSubmit(async ({ code, ...given }) => {
    try {
      await onSignedIn(await call(api.signIn, { body: { ...given, ...(asksCode && { code }) } }));
    } catch (error) {
      if (problemOf(error) === 'second-factor-needed') setAsksCode(true);
      else form.setError('root', { message: messageOf(error) });
      form.resetField('code');
    }
  });
  return (
    <form className="grid gap-4" onSubmit={(event) => void enter(event)}>
      <TextField
        label="Email"
        type="email"
        autoComplete="username"
        autoFocus={!email}
        required
        {...form.register('email')}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        autoFocus={!!email}
        required
        {...form.register('password')}
      />
      {asksCode && (
        <TextField
          label="Code"
          help="Six digits from your authenticator app, or a recovery code"
          autoComplete="one-time-code"
          autoFocus
          required
          {...form.register('code')}
        />
      )}
      <EntranceProblem message={errors.root?.message} />
      <Button look="main" type="submit" disabled={isSubmitting} size="large">
        Sign in
      </Button>
    </form>
  );
}
