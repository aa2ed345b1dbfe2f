import { api, type ClientSummary, type FormOverview } from '@plumgate/contract';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { IconButton } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { FolderDialog, TemplateDialog } from './form-dialogs.tsx';
import { FunnelsTabs } from './funnels-tabs.tsx';

/** Every form of a client: what it asks, where visitors meet it, and what came of it. */
export function FormsScreen() {
  const client = useClient();
  const asked = useEndpoint(
    api.listFormsInUse,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  const [sought, setSought] = useState('');
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const words = sought.trim().toLowerCase();
  const list = asked.data.forms.filter(({ name, pages }) =>
    [name, ...pages.map((page) => `${page.name} ${page.funnel}`)]
      .join(' ')
      .toLowerCase()
      .includes(words),
  );
  return (
    <>
      <PageHead title="Funnels">
        <SearchField label="Search these forms" value={sought} onChange={setSought} />
      </PageHead>
      <FunnelsTabs client={client} />
      {list.length === 0 ? (
        <Empty title={words ? 'No form matches' : `No form for ${client.name} yet`}>
          <p>
            {words
              ? 'No form of this client has that in its name or on a page of that name.'
              : 'Add a form to a page and it appears here.'}
          </p>
        </Empty>
      ) : (
        <DataTable
          label="Forms"
          columns={columnsOf(client, foldersOf(asked.data.forms))}
          rows={list}
          keyOf={({ id }) => id}
          groupOf={({ folder }) => folder}
        />
      )}
    </>
  );
}

const submissionsOf = (slug: string, { id }: FormOverview) =>
  `/${slug}/people/submissions?form=${id}`;

/** The folders that there are, by name. */
const foldersOf = (forms: readonly FormOverview[]): string[] =>
  [...new Set(forms.map(({ folder }) => folder))].filter(Boolean).sort();

const columnsOf = (client: ClientSummary, folders: readonly string[]): Column<FormOverview>[] => [
  {
    id: 'name',
    header: 'Form',
    className: 'max-w-64 font-semibold break-words max-md:py-2',
    sortBy: ({ name }) => name,
    cell: ({ id, name }) => (
      <Link
        className="hover:text-plum-dark hover:underline"
        to={`/${client.slug}/funnels/forms/${id}`}
      >
        {name}
      </Link>
    ),
  },
  {
    id: 'questions',
    header: 'Questions',
    wideOnly: true,
    isNumber: true,
    sortBy: ({ questions }) => questions,
    cell: ({ questions, parts }) => (parts > 1 ? `${questions} in ${parts} parts` : questions),
  },
  {
    id: 'pages',
    header: 'On pages',
    className: 'py-2',
    cell: ({ pages }) => <PagesOf pages={pages} slug={client.slug} />,
  },
  {
    id: 'submissions',
    header: 'Submissions',
    isNumber: true,
    sortBy: ({ submissions }) => submissions,
    cell: (form) =>
      form.submissions === 0 ? (
        '0'
      ) : (
        <Link className="hover:underline" to={submissionsOf(client.slug, form)}>
          {form.submissions.toLocaleString('en-US')}
        </Link>
      ),
  },
  {
    id: 'last',
    header: 'Last one',
    wideOnly: true,
    className: 'whitespace-nowrap text-muted',
    sortBy: ({ lastAt }) => lastAt ?? '',
    cell: ({ lastAt }) => (lastAt ? whenText(lastAt, client.zone) : 'None yet'),
  },
  {
    id: 'menu',
    header: 'What to do',
    hideHeader: true,
    className: 'w-12',
    cell: (form) => <FormMenu form={form} slug={client.slug} folders={folders} />,
  },
];

/** The pages on which visitors meet a form: it is edited there. */
function PagesOf({ pages, slug }: { pages: FormOverview['pages']; slug: string }) {
  if (pages.length === 0) return <span className="text-muted">None</span>;
  return (
    <ul>
      {pages.map(({ pageId, name, funnel }) => (
        <li key={pageId}>
          <Link className="hover:text-plum-dark hover:underline" to={`/${slug}/pages/${pageId}`}>
            {name}
          </Link>{' '}
          <span className="text-xs text-muted">{funnel}</span>
        </li>
      ))}
    </ul>
  );
}

function FormMenu({
  form,
  slug,
  folders,
}: {
  form: FormOverview;
  slug: string;
  folders: readonly string[];
}) {
  const act = useAct();
  const navigate = useNavigate();
  const { remove, removal } = useRemoval();
  const [asking, setAsking] = useState<'folder' | 'template' | null>(null);
  const { id, name, pages } = form;
  const drop = async () => {
    if (pages.length === 0)
      return remove({
        kind: 'form',
        id,
        does: () => call(api.removeForm, { params: { formId: id } }),
      });
    const places = pages.map((page) => page.name).join(', ');
    toast.error(`The form is on ${places}. Remove it from there first.`);
  };
  return (
    <>
      <Menu
        trigger={
          <IconButton label={`Actions for ${name}`}>
            <Ellipsis />
          </IconButton>
        }
        items={[
          { label: 'Open', does: () => void navigate(`/${slug}/funnels/forms/${id}`) },
          {
            label: 'See its submissions',
            does: () => void navigate(submissionsOf(slug, form)),
          },
          {
            label: 'Copy',
            does: () =>
              void act(async () => {
                const body = { name: `${name} (copy)`.slice(0, 80) };
                await call(api.copyForm, { params: { formId: id }, body });
                return { said: `Copied as “${body.name}”. Add it to a page from there.` };
              }),
          },
          { label: 'Move to a folder', does: () => setAsking('folder') },
          { label: 'Save as a template', does: () => setAsking('template') },
          null,
          { label: 'Delete', grave: true, does: () => void drop() },
        ]}
      />
      {removal}
      {asking === 'folder' && (
        <FolderDialog form={form} folders={folders} onClose={() => setAsking(null)} />
      )}
      {asking === 'template' && <TemplateDialog form={form} onClose={() => setAsking(null)} />}
    </>
  );
}
