import { zodResolver } from '@hookform/resolvers/zod';
import { api } from '@plumgate/contract';
import { slugFrom } from '@plumgate/core/basics';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { call, CallError, messageOf } from '../../api/call.ts';
import { useRefreshAll, useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Skeleton } from '../../ui/states.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';

export function NewClientScreen() {
  const session = useSession();
  return session.data ? <NewClient agencyZone={session.data.agency.zone} /> : <Skeleton />;
}

/** In the agency's zone, until another is chosen: most clients are near. */
function NewClient({ agencyZone }: { agencyZone: string }) {
  const navigate = useNavigate();
  const refresh = useRefreshAll();
  const form = useForm({
    resolver: zodResolver(api.createClient.body),
    defaultValues: { name: '', slug: '', zone: agencyZone },
  });
  const { errors, isSubmitting, dirtyFields } = form.formState;
  const [website, setWebsite] = useState('');
  const create = form.handleSubmit(async (body) => {
    try {
      const client = await call(api.createClient, { body });
      await refresh();
      const query = website.trim() && `?website=${encodeURIComponent(website.trim())}`;
      await navigate(`/${client.slug}/set-up${query}`);
    } catch (error) {
      const taken = error instanceof CallError ? error.at('slug') : undefined;
      form.setError(taken ? 'slug' : 'root', { message: taken ?? messageOf(error) });
    }
  });
  return (
    <>
      <PageHead title="New client" />
      <form noValidate className="grid max-w-md gap-4 p-6" onSubmit={(event) => void create(event)}>
        <TextField
          label="Name"
          error={errors.name?.message}
          autoFocus
          {...form.register('name', {
            onChange: (event: { target: { value: string } }) => {
              if (!dirtyFields.slug)
                form.setValue('slug', event.target.value ? slugFrom(event.target.value) : '');
            },
          })}
        />
        <TextField
          label="Page address"
          help="The first word of the host, such as quayside-dental"
          error={errors.slug?.message}
          {...form.register('slug')}
        />
        <ZoneField
          label="Time zone"
          help="Where the business is"
          zone={form.watch('zone')}
          error={errors.zone?.message}
          {...form.register('zone')}
        />
        <TextField
          label="Their website, if they have one"
          help="Read next for phone, hours, colors and pictures; you choose what to use"
          placeholder="www.example.com"
          value={website}
          onChange={(event) => setWebsite(event.target.value)}
        />
        {errors.root && (
          <p role="alert" className="font-semibold text-brick">
            {errors.root.message}
          </p>
        )}
        <div>
          <Button look="main" type="submit" disabled={isSubmitting}>
            Add the client
          </Button>
        </div>
      </form>
    </>
  );
}
