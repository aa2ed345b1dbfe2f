import { zodResolver } from '@hookform/resolvers/zod';
import { api } from '@plumgate/contract';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link, useParams } from 'react-router';
import { call, messageOf } from '../../api/call.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { EntranceProblem } from './entrance-problem.tsx';
import { Entrance } from './entrance.tsx';
import { NewPasswordField } from './new-password-field.tsx';

/** For those who have forgotten their password: first the address, then, by the link in the mail, a new one. */
export function NewPasswordScreen() {
  const { token } = useParams();
  return (
    <Entrance title="A new password">
      {token ? <Choose token={token} /> : <Ask />}
      <p className="mt-3 text-center text-[13px]">
        <Link className="text-plum-dark hover:underline" to="/sign-in">
          Back to sign in
        </Link>
      </p>
    </Entrance>
  );
}

function Ask() {
  const [sentTo, setSentTo] = useState<string | null>(null);
  const form = useForm({ defaultValues: { email: '' } });
  const { errors, isSubmitting } = form.formState;
  const ask = form.handleSubmit(async (body) => {
    try {
      await call(api.askNewPassword, { body });
      setSentTo(body.email);
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
    }
  });
  if (sentTo !== null)
    return (
      <p role="status">
        If {sentTo} has an account, an email with a link is on its way. The link is good for an
        hour.
      </p>
    );
  return (
    <form className="grid gap-4" onSubmit={(event) => void ask(event)}>
      <TextField
        label="Email"
        type="email"
        help="A link to choose a new password goes there"
        autoComplete="username"
        autoFocus
        required
        {...form.register('email')}
      />
      <EntranceProblem message={errors.root?.message} />
      <Button look="main" type="submit" disabled={isSubmitting} size="large">
        Send the link
      </Button>
    </form>
  );
}

function Choose({ token }: { token: string }) {
  const [isDone, setIsDone] = useState(false);
  const form = useForm({
    resolver: zodResolver(api.setNewPassword.body),
    defaultValues: { password: '' },
  });
  const { errors, isSubmitting } = form.formState;
  const choose = form.handleSubmit(async (body) => {
    try {
      await call(api.setNewPassword, { params: { token }, body });
      setIsDone(true);
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
    }
  });
  if (isDone) return <p role="status">Your password is changed. Sign in with it.</p>;
  return (
    <form noValidate className="grid gap-4" onSubmit={(event) => void choose(event)}>
      <NewPasswordField
        label="New password"
        error={errors.password?.message}
        autoFocus
        {...form.register('password')}
      />
      <EntranceProblem message={errors.root?.message} />
      <Button look="main" type="submit" disabled={isSubmitting} size="large">
        Change the password
      </Button>
    </form>
  );
}
