import { zodResolver } from '@hookform/resolvers/zod';
import { api } from '@plumgate/contract';
import { useForm } from 'react-hook-form';
import { Navigate } from 'react-router';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';
import { Entrance } from './entrance.tsx';
import { EntranceProblem } from './entrance-problem.tsx';
import { useEntry } from './use-entry.ts';
import { NewPasswordField } from './new-password-field.tsx';

/** The first visit to a new installation: the agency and its owner. */
export function SetUpScreen() {
  const enter = useEntry();
  const { data: state } = useEndpoint(api.setUpState, {});
  const form = useForm({
    resolver: zodResolver(api.setUp.body),
    defaultValues: {
      agency: '',
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      name: '',
      email: '',
      password: '',
      code: '',
    },
  });
  const { errors, isSubmitting } = form.formState;
  const create = form.handleSubmit(async (body) => {
    try {
      await enter(await call(api.setUp, { body }));
    } catch (error) {
      form.setError('root', { message: messageOf(error) });
    }
  });
  if (state && !state.needed) return <Navigate replace to="/" />;
  return (
    <Entrance title="Welcome. Who runs this?">
      <form noValidate className="grid gap-4" onSubmit={(event) => void create(event)}>
        <TextField
          label="The agency’s name"
          error={errors.agency?.message}
          autoFocus
          {...form.register('agency')}
        />
        <ZoneField
          label="Time zone"
          zone={form.watch('zone')}
          error={errors.zone?.message}
          {...form.register('zone')}
        />
        <TextField
          label="Your name"
          autoComplete="name"
          error={errors.name?.message}
          {...form.register('name')}
        />
        <TextField
          label="Your email"
          type="email"
          autoComplete="username"
          error={errors.email?.message}
          {...form.register('email')}
        />
        <NewPasswordField
          label="A password"
          error={errors.password?.message}
          {...form.register('password')}
        />
        <TextField
          label="Set-up code"
          help="It was printed where Plum Gate was started"
          autoComplete="off"
          spellCheck={false}
          error={errors.code?.message}
          {...form.register('code')}
        />
        <EntranceProblem message={errors.root?.message} />
        <Button look="main" type="submit" disabled={isSubmitting} size="large">
          Create the agency
        </Button>
      </form>
    </Entrance>
  );
}
