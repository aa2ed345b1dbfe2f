import { useSession } from '../../api/hooks.ts';
import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** What is set up once for a client. The DNS host is a demo's stand-in for wherever the client's domain is kept. */
export function SetUpTabs({ slug }: { slug: string }) {
  const demo = useSession().data?.demo ?? false;
  return (
    <PlaceTabs
      label="Settings"
      tabs={{
        [`/${slug}/set-up`]: 'Fact sheet',
        [`/${slug}/set-up/records`]: 'Staff, services, reviews',
        [`/${slug}/set-up/addresses`]: 'Domains',
        [`/${slug}/set-up/email`]: 'Email',
        [`/${slug}/set-up/bin`]: 'Bin',
        ...(demo && { [`/${slug}/set-up/dns-host`]: 'DNS host (stand-in)' }),
      }}
    />
  );
}
