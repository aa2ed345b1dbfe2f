import { api, roleMay, type ClientSummary, type FieldView } from '@plumgate/contract';
import { fieldTypes } from '@plumgate/core/people';
import { mergeCode } from '@plumgate/core/messages';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint, useSession } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { copyText } from '../../ui/copy-text.ts';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { FieldDialog } from './field-dialog.tsx';
import { PeopleTabs } from './people-tabs.tsx';

/** What a client knows of its people beside names, emails and phones: the fields, the forms that fill them, how many are known. */
export function FieldsScreen() {
  const client = useClient();
  const session = useSession();
  const [open, setOpen] = useState<FieldView | 'new' | null>(null);
  const asked = useEndpoint(
    api.listFields,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const { fields } = asked.data;
  const role = session.data?.user.role;
  const mayChange = role !== undefined && roleMay(role, 'funnels.write');
  return (
    <>
      <PageHead title="People">
        {mayChange && (
          <Button look="main" onClick={() => setOpen('new')}>
            Add field
          </Button>
        )}
      </PageHead>
      <PeopleTabs clientSlug={client.slug} />
      {fields.length === 0 ? (
        <Empty title={`No fields for people of ${client.name} yet`}>
          <p>
            A field keeps one thing about each person, such as the age of their roof. Questions of
            forms fill them: each that is published makes its field, unless there is one.
          </p>
        </Empty>
      ) : (
        <DataTable
          label="Fields"
          columns={columnsOf(client, mayChange ? setOpen : null)}
          rows={fields}
          keyOf={({ id }) => id}
        />
      )}
      {open && (
        <FieldDialog
          clientId={client.id}
          field={open === 'new' ? null : open}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

function columnsOf(
  client: ClientSummary,
  change: ((field: FieldView) => void) | null,
): Column<FieldView>[] {
  const menu: Column<FieldView> = {
    id: 'menu',
    header: 'What to do',
    hideHeader: true,
    className: 'w-12',
    cell: (field) => <FieldMenu field={field} change={change!} />,
  };
  return [
    {
      id: 'name',
      header: 'Field',
      className: 'max-w-64 font-semibold break-words max-md:py-2',
      sortBy: ({ name }) => name,
      cell: ({ name }) => name,
    },
    {
      id: 'type',
      header: 'Holds',
      className: 'whitespace-nowrap',
      sortBy: ({ type }) => type,
      cell: ({ type, options }) =>
        options.length > 0
          ? `${fieldTypes[type].label}, ${options.length} answers`
          : fieldTypes[type].label,
    },
    {
      id: 'forms',
      header: 'Filled by',
      className: 'py-2',
      cell: ({ forms }) =>
        forms.length === 0 ? (
          <span className="text-muted">Hand only</span>
        ) : (
          forms.map(({ name }) => name).join(', ')
        ),
    },
    {
      id: 'code',
      header: 'In messages',
      wideOnly: true,
      className: 'max-w-72',
      cell: (field) => <code className="text-xs break-all">{codeOf(field)}</code>,
    },
    {
      id: 'people',
      header: 'Known for',
      isNumber: true,
      sortBy: ({ people }) => people,
      cell: ({ people }) =>
        `${people.toLocaleString('en-US')} ${people === 1 ? 'person' : 'people'}`,
    },
    ...(change ? [menu] : []),
  ];
}

const codeOf = ({ key }: FieldView): string =>
  mergeCode({ field: `person.fields.${key}`, fallback: '' });

function FieldMenu({ field, change }: { field: FieldView; change: (field: FieldView) => void }) {
  const act = useAct();
  const [asks, setAsks] = useState(false);
  const drop = () =>
    act(async () => {
      await call(api.removeField, { params: { fieldId: field.id } });
      return { said: `“${field.name}” is deleted.` };
    });
  return (
    <>
      <Menu
        trigger={
          <IconButton label={`Actions for ${field.name}`}>
            <Ellipsis />
          </IconButton>
        }
        items={[
          { label: 'Change', does: () => change(field) },
          {
            label: 'Copy its merge code',
            does: () => void copyText(codeOf(field)),
          },
          null,
          {
            label: 'Delete',
            grave: true,
            does: () => (field.people > 0 ? setAsks(true) : void drop()),
          },
        ]}
      />
      {asks && <DeleteField field={field} drop={drop} onClose={() => setAsks(false)} />}
    </>
  );
}

/** Values go with their field, and there is no way back: so it is asked first. */
function DeleteField({
  field: { name, people },
  drop,
  onClose,
}: {
  field: FieldView;
  drop: () => Promise<void>;
  onClose: () => void;
}) {
  return (
    <Dialog title={`Delete “${name}”?`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          onClose();
          void drop();
        }}
      >
        <p>
          What is known of {people === 1 ? '1 person' : `${people.toLocaleString('en-US')} people`}{' '}
          is deleted with it, for good. Their submissions stay as they are.
        </p>
        <DialogFoot does="Delete field" failure={null} onClose={onClose} />
      </form>
    </Dialog>
  );
}
