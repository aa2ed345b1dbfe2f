import { api, roleMay, type ClientSummary, type SignedIn } from '@plumgate/contract';
import { Command } from 'cmdk';
import { Search } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useClients, useEndpoint } from '../api/hooks.ts';
import { isTypingIn } from '../ui/typing.ts';

/** Somewhere to go, by the words that find it. */
interface Destination {
  to: string;
  label: string;
  group: string;
}

/** `/` and Ctrl K go anywhere by its name: places, funnels, pages, sequences, people and the other clients. */
export function Finder({
  client,
  session,
  places,
}: {
  client: ClientSummary;
  session: SignedIn;
  places: readonly { path: string; label: string }[];
}) {
  const [open, setOpen] = useState(false);
  const { pathname } = useLocation();
  // The editor's own goes to blocks and steps.
  const isEditor = /\/pages\/[^/]+$/.test(pathname);
  useEffect(() => {
    if (isEditor) return;
    const onKey = (event: KeyboardEvent) => {
      const isFind =
        ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') ||
        (event.key === '/' && !isTypingIn(event.target));
      // A screen with a search of its own has taken the key already.
      if (!isFind || event.defaultPrevented) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [isEditor]);
  if (isEditor) return null;
  return (
    <>
      <button
        type="button"
        aria-label="Find"
        aria-keyshortcuts="Control+K /"
        className="flex h-8 items-center gap-2 rounded-control border border-strong-line bg-paper px-2.5 text-[13px] text-muted hover:text-ink max-md:hidden"
        onClick={() => setOpen(true)}
      >
        <Search className="size-4" aria-hidden />
        <kbd className="font-sans text-xs whitespace-nowrap max-[1380px]:hidden">Ctrl K</kbd>
      </button>
      <Command.Dialog
        open={open}
        onOpenChange={setOpen}
        label="Find"
        filter={isNamed}
        overlayClassName="fixed inset-0 z-40 bg-ink/30"
        contentClassName="fixed top-24 left-1/2 z-50 w-[520px] max-w-[calc(100vw-32px)] -translate-x-1/2 overflow-hidden rounded-card border border-strong-line bg-sheet shadow-sm"
      >
        {open && (
          <Destinations
            client={client}
            session={session}
            places={places}
            onGo={() => setOpen(false)}
          />
        )}
      </Command.Dialog>
    </>
  );
}

/** Whether something to go to, as its label and its address, is called what was typed. */
const isNamed = (value: string, typed: string): number =>
  value.split('\n')[0]!.toLowerCase().includes(typed.trim().toLowerCase()) ? 1 : 0;

function Destinations({
  client,
  session,
  places,
  onGo,
}: {
  client: ClientSummary;
  session: SignedIn;
  places: readonly { path: string; label: string }[];
  onGo: () => void;
}) {
  const [typed, setTyped] = useState('');
  const navigate = useNavigate();
  const all = [
    ...places.map(({ path, label }) => ({
      to: `/${client.slug}/${path}`,
      label,
      group: client.name,
    })),
    ...useOfClient(client, session),
    ...usePeople(client, typed),
    ...useOtherClients(client, session),
  ];
  return (
    <>
      <Command.Input
        autoFocus
        value={typed}
        onValueChange={setTyped}
        placeholder="Go to a place, a funnel, a page, a person or a client"
        className="h-11 w-full border-b border-line px-4 outline-none"
      />
      <Command.List className="max-h-96 overflow-auto p-1.5 [&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-muted">
        <Command.Empty className="px-2.5 py-3 text-muted">Nothing has that name.</Command.Empty>
        {[...new Set(all.map(({ group }) => group))].map((group) => (
          <Command.Group key={group} heading={group}>
            {all
              .filter((one) => one.group === group)
              .map(({ to, label }) => (
                <Command.Item
                  key={to}
                  value={`${label}\n${to}`}
                  // People are found by the server, by more than their name.
                  forceMount={group === 'People'}
                  className="cursor-pointer truncate rounded-control px-2.5 py-1.5 data-[selected=true]:bg-plum-tint data-[selected=true]:text-plum-dark"
                  onSelect={() => {
                    onGo();
                    void navigate(to);
                  }}
                >
                  {label}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </>
  );
}

/** What the client has, as far as somebody of this role may see it. */
function useOfClient({ id, slug }: ClientSummary, { user }: SignedIn): Destination[] {
  const params = { clientId: id };
  const seesFunnels = roleMay(user.role, 'funnels.read');
  const seesFollowUp = roleMay(user.role, 'followup.read');
  const funnels = useEndpoint(api.listFunnels, { params }, { enabled: seesFunnels });
  const pages = useEndpoint(api.listPages, { params }, { enabled: seesFunnels });
  const sequences = useEndpoint(api.listSequences, { params }, { enabled: seesFollowUp });
  const destination = (group: string, path: string) => (one: { id: string; name: string }) => ({
    to: `/${slug}/${path}/${one.id}`,
    label: one.name,
    group,
  });
  return [
    ...(funnels.data?.funnels ?? []).map(destination('Funnels', 'funnels')),
    ...(pages.data?.pages ?? [])
      .map(({ pageId, name, funnel }) => ({ id: pageId, name: `${name}, ${funnel}` }))
      .map(destination('Pages', 'pages')),
    ...(sequences.data?.sequences ?? [])
      .map((one) => ({ id: one.id, name: one.content.name }))
      .map(destination('Sequences', 'follow-up')),
  ];
}

/** People are many: they are searched as their name is typed. */
function usePeople({ id, slug }: ClientSummary, typed: string): Destination[] {
  const found = useEndpoint(
    api.listPeople,
    { params: { clientId: id }, query: { search: typed, limit: 8 } },
    { enabled: typed.trim().length > 1 },
  );
  return (found.data?.people ?? []).map((person) => ({
    to: `/${slug}/people/${person.id}`,
    label: `${person.firstName} ${person.lastName}`.trim() || person.email || person.phone,
    group: 'People',
  }));
}

function useOtherClients({ id }: ClientSummary, { user }: SignedIn): Destination[] {
  const place = user.role === 'front-desk' ? 'today' : 'funnels';
  return (useClients().data?.clients ?? [])
    .filter((one) => one.id !== id)
    .map(({ slug, name }) => ({ to: `/${slug}/${place}`, label: name, group: 'Clients' }));
}
