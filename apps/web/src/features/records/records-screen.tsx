import { zodResolver } from '@hookform/resolvers/zod';
import { api } from '@plumgate/contract';
import { ClientRecords, emptyCard } from '@plumgate/core/clients';
import { useRef } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { AutosaveHead } from '../../ui/autosave-head.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAutosave } from '../../ui/use-autosave.ts';
import { RecordList } from './record-list.tsx';
import { ReviewFields, ServiceFields, StaffFields } from './record-fields.tsx';
import { SetUpTabs } from '../clients/set-up-tabs.tsx';

/** A client's staff, services and reviews, typed once and offered wherever a page shows them. */
export function RecordsScreen() {
  const client = useClient();
  const params = { clientId: client?.id ?? '' };
  const enabled = { enabled: client !== undefined };
  const records = useEndpoint(api.getClientRecords, { params }, enabled);
  const sheet = useEndpoint(api.getClient, { params }, enabled);
  if (records.isError) return <Failed error={records.error} again={() => void records.refetch()} />;
  if (!client || !records.data || !sheet.data) return <Skeleton />;
  return (
    <Records
      key={client.id}
      client={client}
      currency={sheet.data.facts.currency}
      records={records.data}
    />
  );
}

const idsOf = (records: ClientRecords) =>
  Object.values(records).flatMap((list) => list.map(({ id }) => id));

function Records({
  client,
  currency,
  records,
}: {
  client: { id: string; slug: string; name: string };
  currency: string;
  records: ClientRecords;
}) {
  const known = useRef(new Set<string>(idsOf(records)));
  const form = useForm<ClientRecords>({
    resolver: zodResolver(ClientRecords) as never,
    defaultValues: records,
  });
  const { state, undo } = useAutosave(form, async (values) => {
    for (const id of idsOf(values)) known.current.add(id);
    await call(api.saveClientRecords, {
      params: { clientId: client.id },
      body: { records: values, known: [...known.current] },
    });
  });
  const { errors } = form.formState;
  const problemIn = (kind: keyof ClientRecords) => (index: number, field: string) =>
    (errors[kind]?.[index] as Record<string, { message?: string }> | undefined)?.[field]?.message;
  return (
    <form noValidate onSubmit={(event) => event.preventDefault()}>
      <PageHead title="Staff, services and reviews">
        <AutosaveHead problem={errors.root?.message} state={state} undo={undo} />
      </PageHead>
      <SetUpTabs slug={client.slug} />
      <p className="px-6 pt-4 text-muted max-md:px-4">
        Type them once. Team, card and review blocks on pages can insert them.
      </p>
      <div className="grid items-start gap-6 p-6 max-md:p-4 lg:grid-cols-3">
        <Controller
          control={form.control}
          name="staff"
          render={({ field: { value, onChange } }) => (
            <RecordList
              title="Staff"
              one="person"
              empty="Who visitors will meet, each with a role and a face."
              records={value}
              fresh={(id) => ({
                ...{ id: id as never, name: '', role: '', about: '', picture: null },
                ...emptyCard,
              })}
              onChange={onChange}
              problem={problemIn('staff')}
              fields={(part) => <StaffFields {...part} />}
            />
          )}
        />
        <Controller
          control={form.control}
          name="services"
          render={({ field: { value, onChange } }) => (
            <RecordList
              title="Services"
              one="service"
              empty="What they offer and what it costs."
              records={value}
              fresh={(id) => ({
                ...{ id: id as never, name: '', about: '', picture: null },
                ...{ priceFrom: null, priceTo: null },
              })}
              onChange={onChange}
              problem={problemIn('services')}
              fields={(part) => <ServiceFields {...part} currency={currency} />}
            />
          )}
        />
        <Controller
          control={form.control}
          name="reviews"
          render={({ field: { value, onChange } }) => (
            <RecordList
              title="Reviews"
              one="review"
              empty="What people said, word for word, and where."
              records={value}
              fresh={(id) => ({
                ...{ id: id as never, said: '', who: '', source: '' },
                ...{ stars: null, picture: null },
              })}
              onChange={onChange}
              problem={problemIn('reviews')}
              fields={(part) => <ReviewFields {...part} />}
            />
          )}
        />
      </div>
    </form>
  );
}
