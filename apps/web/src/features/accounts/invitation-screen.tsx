import { zodResolver } from '@hookform/resolvers/zod';
import { api, type InvitedView } from '@plumgate/contract';
import { useForm } from 'react-hook-form';
import { Link, useParams } from 'react-router';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { Skeleton } from '../../ui/states.tsx';
import { EntranceProblem } from './entrance-problem.tsx';
import { Entrance } from './entrance.tsx';
import { roleHelp, roleWords } from './role-words.ts';
import { useEntry } from './use-entry.ts';
import { NewPasswordField } from './new-password-field.tsx';

/** Where the link of an invitation leads: a name, a password, and one is in. */
export function InvitationScreen() {
  const { token = '' } = useParams();
  const asked = useEndpoint(api.readInvitation, { params: { token } });
  if (asked.isError)
    return (
      <Entrance title="This invitation can’t be used">
        <p>{messageOf(asked.error)}</p>
        <p className="mt-3">
          <Link className="text-plum-dark hover:underline" to="/sign-in">
            Sign in instead
          </Link>
        </p>
      </Entrance>
    );
  return (
    <Entrance title="Welcome">
      {asked.data ? <Accept token={token} invited={asked.data} /> : <Skeleton lines={4} />}
    </Entrance>
  );
}

function Accept({ token, invited }: { token: string; invited: InvitedView }) {
  const enter = useEntry();
  const form = useForm({
    resolver: zodResolver(api.acceptInvitation.body),
    defaultValues: { name: invited.name, password: '' },
  });
  const { errors, isSubmitting } = form.formState;
  const accept = form.handleSubmit(async (body) => {
    try {
      await enter(await call(api.acceptInvitation, { params: { token }, body }));
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
    }
  });
  return (
    <form noValidate className="grid gap-4" onSubmit={(event) => void accept(event)}>
      <p>
        {invited.invitedBy} invites you to {invited.agency}. Your role: {roleWords[invited.role]}.{' '}
        {roleHelp[invited.role]}
      </p>
      <TextField label="Email" value={invited.email} autoComplete="username" readOnly />
      <TextField
        label="Your name"
        autoComplete="name"
        error={errors.name?.message}
        {...form.register('name')}
      />
      <NewPasswordField
        label="A password"
        error={errors.password?.message}
        autoFocus
        {...form.register('password')}
      />
      <EntranceProblem message={errors.root?.message} />
      <Button look="main" type="submit" disabled={isSubmitting} size="large">
        Create the account
      </Button>
    </form>
  );
}
