import { api, type StandInRecord } from '@plumgate/contract';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { call, messageOf } from '../../api/call.ts';
import { useAsk, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button, IconButton } from '../../ui/button.tsx';
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
  const asked = useAsk(api.listStandInRecords, {});
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
        <table className="w-full text-left">
          <thead className="text-xs text-muted">
            <tr className="h-9 border-b border-line">
              <th className="font-semibold">Name</th>
              <th className="font-semibold">Type</th>
              <th className="font-semibold">Value</th>
              <th>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {asked.data.records.length === 0 && (
              <tr className="h-11 text-muted">
                <td colSpan={4}>No record yet. Add the one that an address asks for.</td>
              </tr>
            )}
            {asked.data.records.map((one) => (
              <tr key={one.id} className="h-11 border-b border-line">
                <td className="pr-4 break-all">{one.name}</td>
                <td className="pr-4 font-semibold">{one.type}</td>
                <td className="pr-4 break-all">{one.value}</td>
                <td className="text-right">
                  <IconButton
                    label={`Remove ${one.type} ${one.name}`}
                    onClick={() => void remove(one)}
                  >
                    <Trash2 />
                  </IconButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
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
            maxLength={255}
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
