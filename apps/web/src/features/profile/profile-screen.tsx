import { api, type ProfileView } from '@plumgate/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, CallError } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, FailureLine, Skeleton } from '../../ui/states.tsx';
import { ZoneField } from '../../ui/zone-field.tsx';
import { NoticesPanel } from './notices-panel.tsx';
import { PasswordPanel } from './password-panel.tsx';
import { Panel } from './panel.tsx';
import { SecondFactorPanel } from './second-factor-panel.tsx';
import { SessionsPanel } from './sessions-panel.tsx';

/** One's own account. */
export function ProfileScreen() {
  const asked = useEndpoint(api.getProfile, {});
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data) return <Skeleton />;
  const profile = asked.data;
  return (
    <>
      <PageHead title="Your account" />
      <div className="grid max-w-5xl grid-cols-2 items-start gap-5 p-6 max-lg:grid-cols-1 max-md:p-4">
        <div className="grid gap-5">
          <Details key={JSON.stringify(profile)} profile={profile} />
          <SecondFactorPanel profile={profile} />
        </div>
        <div className="grid gap-5">
          <NoticesPanel profile={profile} />
          <PasswordPanel />
          <SessionsPanel zone={profile.zone} />
        </div>
      </div>
    </>
  );
}

function Details({ profile: { name, email, phone, zone } }: { profile: ProfileView }) {
  const refresh = useRefreshAll();
  const saved = { name, email, phone, zone };
  const [draft, setDraft] = useState({ ...saved, current: '' });
  const [failure, setFailure] = useState<unknown>(null);
  const at = (field: string) => (failure instanceof CallError ? failure.at(field) : undefined);
  const isNewAddress = draft.email.trim().toLowerCase() !== email;
  const isChanged = JSON.stringify({ ...saved, current: '' }) !== JSON.stringify(draft);
  const save = async () => {
    try {
      await call(api.saveProfile, { body: draft });
      setFailure(null);
      await refresh();
      toast('Saved.');
    } catch (error) {
      setFailure(error);
    }
  };
  const field = (key: 'name' | 'email' | 'phone' | 'current') => ({
    value: draft[key],
    error: at(key),
    onChange: ({ target }: { target: { value: string } }) =>
      setDraft({ ...draft, [key]: target.value }),
  });
  return (
    <Panel id="details" title="You">
      <form
        noValidate
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <TextField label="Name" autoComplete="name" {...field('name')} />
        <TextField label="Email" type="email" autoComplete="username" {...field('email')} />
        {isNewAddress && (
          <TextField
            label="Your present password"
            help="A new address needs it, since a forgotten password goes there"
            type="password"
            autoComplete="current-password"
            {...field('current')}
          />
        )}
        <TextField
          label="Mobile phone"
          type="tel"
          autoComplete="tel"
          help="For notices by text; leave it empty for none"
          {...field('phone')}
        />
        <ZoneField
          label="Time zone"
          zone={draft.zone}
          value={draft.zone}
          onChange={({ target }) => setDraft({ ...draft, zone: target.value })}
        />
        {['name', 'email', 'phone', 'current'].every((key) => !at(key)) && (
          <FailureLine failure={failure} />
        )}
        <div>
          <Button look="main" type="submit" disabled={!isChanged}>
            Save
          </Button>
        </div>
      </form>
    </Panel>
  );
}
