import { api, type StandInRecord } from '@plumgate/contract';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { SetUpTabs } from '../clients/set-up-tabs.tsx';

const types = { CNAME: 'CNAME', A: 'A', TXT: 'TXT' };
const nothing = { name: '', type: 'CNAME' as StandInRecord['type'], value: '' };

/** Stands in for wherever clients keep their domains: what is written here, the small DNS server answers. */
export function DnsHostScreen() {
  const client = useClient();
  const asked = useEndpoint(api.listStandInRecords, {});
  const refresh = useRefreshAll();
  const act = useAct();
  const [record, setRecord] = useState(nothing);
  const [failure, setFailure] = useState<unknown>(null);
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const add = async () => {
    try {
      await call(api.addStandInRecord, { body: record });
      setRecord(nothing);
      setFailure(null);
      await refresh();
    } catch (error) {
      setFailure(error);
    }
  };
  const remove = ({ id, ...gone }: StandInRecord) =>
    act(async () => {
      await call(api.removeStandInRecord, { params: { recordId: String(id) } });
      return {
        said: `${gone.type} ${gone.name} is gone.`,
        undo: () => call(api.addStandInRecord, { body: gone }),
      };
    });
  return (
    <>
      <PageHead title="DNS host" />
      <SetUpTabs slug={client.slug} />
      <div className="grid max-w-3xl gap-5 px-6 py-6">
        <p className="text-muted">
          In the demo this stands in for the place where clients keep their domains. A small DNS
          server on this machine answers with what is written here.
        </p>
        {asked.data.records.length === 0 ? (
          <p className="text-muted">No record yet. Add the one that an address asks for.</p>
        ) : (
          <DataTable
            label="Records"
            columns={columnsOf((one) => void remove(one))}
            rows={asked.data.records}
            keyOf={({ id }) => String(id)}
          />
        )}
        <form
          className="grid grid-cols-[1fr_110px_1fr_auto] items-end gap-3 max-md:grid-cols-1"
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <TextField
            label="Name"
            maxLength={253}
            value={record.name}
            onChange={(event) => setRecord({ ...record, name: event.target.value })}
          />
          <SelectField
            label="Type"
            options={types}
            value={record.type}
            onChange={(event) =>
              setRecord({ ...record, type: event.target.value as StandInRecord['type'] })
            }
          />
          <TextField
            label="Value"
            maxLength={2000}
            value={record.value}
            onChange={(event) => setRecord({ ...record, value: event.target.value })}
          />
          <Button look="main" type="submit" disabled={!record.name.trim() || !record.value.trim()}>
            Add the record
          </Button>
        </form>
        {failure !== null && (
          <p role="alert" className="font-semibold text-brick">
            {messageOf(failure)}
          </p>
        )}
      </div>
    </>
  );
}

const columnsOf = (remove: (one: StandInRecord) => void): Column<StandInRecord>[] => [
  {
    id: 'name',
    header: 'Name',
    className: 'break-all',
    sortBy: ({ name }) => name,
    cell: ({ name }) => name,
  },
  {
    id: 'type',
    header: 'Type',
    className: 'font-semibold',
    sortBy: ({ type }) => type,
    cell: ({ type }) => type,
  },
  {
    id: 'value',
    header: 'Value',
    className: 'break-all',
    sortBy: ({ value }) => value,
    cell: ({ value }) => value,
  },
  {
    id: 'remove',
    header: 'Remove',
    hideHeader: true,
    className: 'text-right',
    cell: (one) => (
      <IconButton label={`Remove ${one.type} ${one.name}`} onClick={() => remove(one)}>
        <Trash2 />
      </IconButton>
    ),
  },
];
