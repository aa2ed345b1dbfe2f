import type { ComponentProps } from 'react';
import { TextField } from '../../ui/field.tsx';

/** Where a password is chosen. */
export const NewPasswordField = (rest: ComponentProps<typeof TextField>) => (
  <TextField type="password" autoComplete="new-password" help="At least 10 characters" {...rest} />
);
