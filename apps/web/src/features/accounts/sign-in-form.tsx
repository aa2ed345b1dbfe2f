import { api, type SignedIn } from '@plumgate/contract';
import { useForm } from 'react-hook-form';
import { call, messageOf } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { EntranceProblem } from './entrance-problem.tsx';

/** Email and password, and what is wrong with them. */
export function SignInForm({
  email = '',
  onSignedIn,
}: {
  email?: string;
  onSignedIn: (session: SignedIn) => Promise<void> | void;
}) {
  const form = useForm({ defaultValues: { email, password: '' } });
  const { errors, isSubmitting } = form.formState;
  const enter = form.handleSubmit(async (given) => {
    try {
      await onSignedIn(await call(api.signIn, { body: given }));
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
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
      <EntranceProblem message={errors.root?.message} />
      <Button look="main" type="submit" disabled={isSubmitting} size="large">
        Sign in
      </Button>
    </form>
  );
}
