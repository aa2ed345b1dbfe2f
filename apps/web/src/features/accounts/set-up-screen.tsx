import { zodResolver } from '@hookform/resolvers/zod';
import { api } from '@plumgate/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { Navigate, useNavigate } from 'react-router';
import { call, messageOf } from '../../api/call.ts';
import { signedOut } from '../../api/signed-out.ts';
import { keyOf, useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';
import { Entrance } from './entrance.tsx';
import { EntranceProblem } from './entrance-problem.tsx';

/** The first visit to a new installation: the agency and its owner. */
export function SetUpScreen() {
  const navigate = useNavigate();
  const queries = useQueryClient();
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
      queries.setQueryData(keyOf(api.session), await call(api.setUp, { body }));
      signedOut.know(true);
      await navigate('/');
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
        <TextField
          label="A password"
          type="password"
          autoComplete="new-password"
          help="At least 10 characters"
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
