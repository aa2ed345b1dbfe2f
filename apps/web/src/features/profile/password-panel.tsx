import { zodResolver } from '@hookform/resolvers/zod';
import { api } from '@plumgate/contract';
import { useForm } from 'react-hook-form';
import { toast } from 'sonner';
import { call, CallError, messageOf } from '../../api/call.ts';
import { useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { Panel } from './panel.tsx';
import { NewPasswordField } from '../accounts/new-password-field.tsx';

/** A new password, by the present one. */
export function PasswordPanel() {
  const refresh = useRefreshAll();
  const form = useForm({
    resolver: zodResolver(api.changePassword.body),
    defaultValues: { current: '', password: '' },
  });
  const { errors, isSubmitting } = form.formState;
  const change = form.handleSubmit(async (body) => {
    try {
      await call(api.changePassword, { body });
      form.reset();
      toast('Your password is changed. Other browsers are signed out.');
      await refresh();
    } catch (error) {
      const wrong = error instanceof CallError ? error.at('current') : undefined;
      form.setError(wrong ? 'current' : 'root', { message: wrong ?? messageOf(error) });
    }
  });
  return (
    <Panel id="password" title="Password">
      <form noValidate className="grid gap-4" onSubmit={(event) => void change(event)}>
        <TextField
          label="Present password"
          type="password"
          autoComplete="current-password"
          error={errors.current?.message}
          {...form.register('current')}
        />
        <NewPasswordField
          label="New password"
          error={errors.password?.message}
          {...form.register('password')}
        />
        {errors.root && (
          <p role="alert" className="font-semibold text-brick">
            {errors.root.message}
          </p>
        )}
        <div>
          <Button look="main" type="submit" disabled={isSubmitting}>
            Change the password
          </Button>
        </div>
      </form>
    </Panel>
  );
}
