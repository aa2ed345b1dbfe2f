import { api } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { useEndpoint } from '../../api/hooks.ts';
import { SelectField } from '../../ui/field.tsx';

/** One of the client's pages. */
export function PageTarget({
  clientId,
  value,
  onChange,
}: {
  clientId: string;
  value: string;
  onChange: (page: PageId) => void;
}) {
  const pages = useEndpoint(api.listPages, { params: { clientId } });
  return (
    <Target
      label="Page"
      choose="Choose a page"
      options={(pages.data?.pages ?? []).map(({ pageId, funnel, name, live }) => [
        pageId,
        `${funnel}: ${name}${live ? '' : ' (not live)'}`,
      ])}
      value={value}
      onChange={(id) => onChange(id as PageId)}
    />
  );
}

/** One of several things by their names; what is not among them any more is to be chosen anew. */
export function Target({
  label,
  choose,
  options,
  value,
  onChange,
}: {
  label: string;
  choose: string;
  options: [id: string, name: string][];
  value: string;
  onChange: (id: string) => void;
}) {
  const named = Object.fromEntries(options);
  const isThere = value in named;
  return (
    <SelectField
      label={label}
      options={isThere ? named : { '': choose, ...named }}
      value={isThere ? value : ''}
      onChange={(event) => event.target.value && onChange(event.target.value)}
    />
  );
}
