import { api, type PersonRecord } from '@plumgate/contract';
import { sampleValues } from '@plumgate/core/emails';
import type { ClientSheet } from '@plumgate/contract';
import type { MergeContext } from '@plumgate/core/messages';
import { personFields } from '@plumgate/core/people';
import { useMemo } from 'react';
import { useEndpoint } from '../../api/hooks.ts';

/** What merge fields say for a person of the client, or for a sample person: `sample` has the rest that they name. */
export function usePersonValues(
  sheet: ClientSheet,
  personId: string | null,
  sample: MergeContext = sampleValues(sheet),
): MergeContext {
  const { data } = useEndpoint(
    api.getPerson,
    { params: { personId: personId ?? '' } },
    { enabled: personId !== null },
  );
  const person = personId !== null && data?.id === personId ? data : null;
  const key = JSON.stringify(sample);
  return useMemo(() => {
    const values = JSON.parse(key) as MergeContext;
    return person ? { ...values, person: valuesOf(person) } : values;
  }, [key, person]);
}

const valuesOf = (person: PersonRecord) => ({
  ...personFields(person),
  fields: Object.fromEntries(person.fields.map(({ key, words }) => [key, words])),
});
