import { api } from '@plumgate/contract';
import { mergeFieldsOf, type MergeField, type MergeGroup } from '@plumgate/core/messages';
import { useMemo } from 'react';
import { useEndpoint } from '../../api/hooks.ts';

/** The merge fields that a client's messages may name; its answers are those that its forms ask for, beside its own fields of people. */
export function useMergeFields(clientId: string, groups: readonly MergeGroup[]): MergeField[] {
  const forms = useEndpoint(api.listForms, { params: { clientId } });
  const own = useEndpoint(api.listFields, { params: { clientId } });
  const pages = useEndpoint(
    api.listPages,
    { params: { clientId } },
    { enabled: groups.includes('links') },
  );
  const vouchers = useEndpoint(
    api.listVoucherPools,
    { params: { clientId } },
    { enabled: groups.includes('vouchers') },
  );
  const key = groups.join();
  return useMemo(
    () =>
      mergeFieldsOf(
        key.split(',') as MergeGroup[],
        (forms.data?.forms ?? []).flatMap(({ answers }) => answers),
        own.data?.fields,
        pages.data?.pages.filter(({ live }) => live),
        vouchers.data?.pools.map(({ content }) => content),
      ),
    [forms.data, own.data, pages.data, vouchers.data, key],
  );
}
