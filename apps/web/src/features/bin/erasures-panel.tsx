import { api, type ErasureView } from '@plumgate/contract';
import { useDeferredValue, useState } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { TextField } from '../../ui/field.tsx';
import { Failed } from '../../ui/states.tsx';
import { whenText } from '../../ui/when.ts';

/** That people were erased, kept as a proof; by their address or number it can be told that it was them. */
export function ErasuresPanel({ clientId, zone }: { clientId: string; zone: string }) {
  const [contact, setContact] = useState('');
  const asked = useEndpoint(api.queryErasures, {
    params: { clientId },
    body: { contact: useDeferredValue(contact) },
  });
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  const erasures = asked.data?.erasures;
  if (!erasures || (erasures.length === 0 && contact === '')) return null;
  return (
    <section aria-labelledby="erased" className="border-t border-line px-6 py-4">
      <h2 id="erased" className="mb-1 text-lg">
        Erased people
      </h2>
      <p className="mb-3 max-w-2xl text-muted">
        Nothing is kept of them but this line. An address or a number tells whether its owner is
        among them.
      </p>
      <div className="mb-3 max-w-80">
        <TextField
          label="Email or phone"
          maxLength={254}
          value={contact}
          onChange={(event) => setContact(event.target.value)}
        />
      </div>
      {erasures.length === 0 ? (
        <p>Nobody with this address or number was erased.</p>
      ) : (
        <ul className="grid max-w-2xl gap-2">
          {erasures.map((erasure) => (
            <li key={erasure.id} className="border-b border-line pb-2">
              <b className="font-semibold tabular-nums">{whenText(erasure.at, zone)}</b> ·{' '}
              {howWords[erasure.how]}
              <span className="block text-xs text-muted">
                {[erasure.because, ...countWords(erasure.counts)].join(' · ')}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const howWords = { erased: 'Erased', 'made-anonymous': 'Made anonymous' };

const countWords = (counts: ErasureView['counts']): string[] =>
  Object.entries(counts)
    .filter(([, count]) => count > 0)
    .map(([what, count]) => `${count} ${count === 1 ? what.slice(0, -1) : what}`);
