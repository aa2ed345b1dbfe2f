import type { ClientSummary } from '@plumgate/contract';
import { Link } from 'react-router';
import { PlaceTabs } from '../../ui/place-tabs.tsx';

/** What can be seen of a client's results, and said over all of it where they are counted in a way that one has to know. */
export function ResultsTabs({ client: { slug, measuring } }: { client: ClientSummary }) {
  return (
    <>
      <PlaceTabs
        label="Results"
        tabs={{
          [`/${slug}/results`]: 'Numbers',
          [`/${slug}/results/funnel`]: 'Funnel',
          [`/${slug}/results/conversions`]: 'Conversions',
          [`/${slug}/results/tests`]: 'Split tests',
          [`/${slug}/results/spend`]: 'Ad spend',
          [`/${slug}/results/evidence`]: 'Evidence',
          [`/${slug}/results/reports`]: 'Reports',
          [`/${slug}/results/tags`]: 'Tags',
        }}
      />
      {measuring !== 'cookie' && (
        <p className="border-b border-line bg-honey-tint px-6 py-2 text-[13px] max-md:px-4">
          {measuring === 'without'
            ? 'Visitors are counted without cookies: one who comes back another day counts again, a lead is put down to its own visit, and no split test can run.'
            : 'Visitors are asked first. One who hasn’t agreed and comes back another day counts again, and takes no part in split tests.'}{' '}
          <Link className="font-medium underline" to={`/${slug}/results/tags`}>
            How visitors are counted
          </Link>
        </p>
      )}
    </>
  );
}
