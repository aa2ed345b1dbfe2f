import { api, type PeopleListView, type PeopleSort, type PeopleView } from '@plumgate/contract';
import { noConditions, Conditions } from '@plumgate/core/conditions';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';

/** What is asked for now, and how it is shown: from the address where it says so, else from the list that is open. */
export interface Asked extends PeopleView {
  conditions: Conditions;
}

/** The list of people that is open, what was changed of it, and what can be done with it. */
export function usePeopleList(clientId: string | undefined) {
  const [address, setAddress] = useSearchParams();
  const refresh = useRefreshAll();
  const saved = useEndpoint(
    api.listPeopleLists,
    { params: { clientId: clientId ?? '' } },
    { enabled: clientId !== undefined },
  );
  const list = saved.data?.lists.find(({ id }) => id === address.get('list')) ?? null;
  const view = list ?? saved.data?.view;
  // The address follows a moment later than one may press: until then this is what is asked for.
  const [ahead, setAhead] = useState<string | null>(null);
  const inAddress = address.get('asked');
  useEffect(() => setAhead((text) => (text === inAddress ? null : text)), [inAddress]);
  const asked: Asked | null = view
    ? {
        conditions: conditionsIn(ahead ?? inAddress) ?? list?.conditions ?? noConditions,
        columns: view.columns,
        sort: view.sort,
      }
    : null;
  const go = (changes: Record<string, string | null>) =>
    setAddress(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [name, value] of Object.entries(changes))
          if (value === null) next.delete(name);
          else next.set(name, value);
        return next;
      },
      { replace: true },
    );
  return {
    saved,
    list,
    asked,
    /** The conditions are not those of the list that is open. */
    isChanged:
      asked !== null &&
      JSON.stringify(asked.conditions) !== JSON.stringify(list?.conditions ?? noConditions),
    open(next: Pick<PeopleListView, 'id'> | null) {
      setAhead(null);
      go({ list: next?.id ?? null, asked: null });
    },
    ask(conditions: Conditions) {
      const text = JSON.stringify(conditions);
      setAhead(text);
      go({ asked: text });
    },
    /** Keeps how people are shown: with the list that is open, or as one's own view. */
    async show(view: { columns: string[]; sort: PeopleSort }) {
      if (list) await saveList(list, { ...list, ...view });
      else if (clientId) await call(api.setPeopleView, { params: { clientId }, body: view });
      await refresh();
    },
  };
}

/** Saves a list; what the server knows of it besides its content is left out. */
export const saveList = (
  { id, version }: Pick<PeopleListView, 'id' | 'version'>,
  { name, conditions, columns, sort, isPinned, isShared }: PeopleListView,
) =>
  call(api.savePeopleList, {
    params: { listId: id },
    body: { version, content: { name, conditions, columns, sort, isPinned, isShared } },
  });

function conditionsIn(text: string | null): Conditions | null {
  if (!text) return null;
  try {
    return Conditions.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}
