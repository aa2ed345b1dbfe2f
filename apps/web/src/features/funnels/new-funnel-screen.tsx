import { api, type ClientSheet, type TemplateContent } from '@plumgate/contract';
import type { CalendarId, TemplateId } from '@plumgate/core/basics';
import type { Draft } from '@plumgate/core/page';
import {
  exampleAnswers,
  plainFunnel,
  readyTemplates,
  suits,
  takeTemplate,
  unanswered,
  withRecords,
  type Aim,
  type Ask,
  type Meant,
  type ReadyTemplate,
  type Trade,
} from '@plumgate/core/templates';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { Temporal } from 'temporal-polyfill';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { TextField, Tick } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { templateToRemove, useRemoval } from '../bin/use-removal.tsx';
import { showsTimes, useCalendarChoice, withCalendar } from '../pages/calendar-choice.tsx';
import { withMapsFound } from '../pages/find-places.ts';
import { make } from '../pages/make-ids.ts';
import { MeantFilter } from '../pages/meant-filter.tsx';
import { pageContext } from '../pages/page-context.ts';
import { PageFrame } from '../pages/page-frame.tsx';
import { Seen } from '../pages/seen.tsx';
import { TemplateAsks } from '../pages/template-asks.tsx';

/** A template to choose from, ready-made or the agency's own. */
interface Offered extends Meant {
  key: string;
  label: string;
  about: string;
  asks: Ask[];
  pageNames: string[];
  /** Its chosen pages with the answers in place. */
  take: (chosen: number[], answers: Record<string, string>) => TemplateContent;
  /** Ready-made: what it says of people and reviews is only suggested. */
  isReady: boolean;
  /** Of the agency's own templates, which can be deleted. */
  templateId: TemplateId | null;
}

const fromReady = (template: ReadyTemplate): Offered => ({
  key: template.name,
  label: template.label,
  about: template.about,
  aims: template.aims,
  trade: template.trade,
  asks: template.asks,
  pageNames: template.pages.map(({ name }) => name),
  take: (chosen, answers) => ({ pages: takeTemplate(template, chosen, answers, make) }),
  isReady: true,
  templateId: null,
});

/** Where a funnel begins: from nothing, or from a template shown in this client's own brand and facts. */
export function NewFunnelScreen() {
  const client = useClient();
  const sheet = useEndpoint(
    api.getClient,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  const own = useEndpoint(api.listTemplates, {});
  if (sheet.isError) return <Failed error={sheet.error} again={() => void sheet.refetch()} />;
  if (!sheet.data || !own.data) return <Skeleton />;
  const kept = own.data.templates
    .filter(({ kind }) => kind !== 'band')
    .map(({ id, name, content }): Offered => ({
      key: id,
      label: name,
      about: content.pages.length === 1 ? 'Your own page.' : 'Your own funnel.',
      aims: [],
      trade: 'any',
      asks: [],
      pageNames: content.pages.map((page) => page.name),
      take: (chosen) => ({ pages: chosen.map((index) => content.pages[index]!) }),
      isReady: false,
      templateId: id,
    }));
  return (
    <Choosing
      sheet={sheet.data}
      offered={[fromReady(plainFunnel), ...kept, ...readyTemplates.map(fromReady)]}
    />
  );
}

function Choosing({ sheet, offered }: { sheet: ClientSheet; offered: Offered[] }) {
  const [search, setSearch] = useState('');
  const [aim, setAim] = useState<Aim | 'all'>('all');
  const [trade, setTrade] = useState<Trade | 'all'>('all');
  const [key, setKey] = useState('plain');
  const wanted = search.trim().toLowerCase();
  const shown = offered.filter(
    (one) =>
      suits(one, aim, trade) &&
      `${one.label} ${one.about} ${one.pageNames.join(' ')}`.toLowerCase().includes(wanted),
  );
  const chosen = offered.find((one) => one.key === key);
  return (
    <div className="flex h-full flex-col">
      <PageHead
        title="New funnel"
        above={
          <Link className="hover:underline" to={`/${sheet.slug}/funnels`}>
            Funnels
          </Link>
        }
      />
      <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-auto">
        <div className="min-w-0 flex-1 md:overflow-auto">
          <div className="flex flex-wrap items-center gap-3 border-b border-line px-6 py-3">
            <input
              aria-label="Search templates"
              placeholder="Search templates"
              className="h-8 w-52 rounded-control border border-strong-line bg-sheet px-3"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
            />
            <MeantFilter aim={aim} trade={trade} onAim={setAim} onTrade={setTrade} />
          </div>
          {shown.length === 0 && (
            <p className="px-6 py-8 text-muted">
              No template matches. Use fewer words, or another aim.
            </p>
          )}
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-5 p-6">
            {shown.map((one) => (
              <li key={one.key}>
                <Card
                  offered={one}
                  sheet={sheet}
                  isChosen={one.key === key}
                  onChoose={() => setKey(one.key)}
                />
              </li>
            ))}
          </ul>
        </div>
        {chosen && <Taking key={chosen.key} offered={chosen} sheet={sheet} />}
      </div>
    </div>
  );
}

const cardWidth = 222;
const drawnAt = 1080;

function Card({
  offered,
  sheet,
  isChosen,
  onChoose,
}: {
  offered: Offered;
  sheet: ClientSheet;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const count = offered.pageNames.length;
  return (
    <div className="relative">
      <button
        type="button"
        aria-pressed={isChosen}
        className="block w-full overflow-hidden rounded-card border border-strong-line bg-sheet text-left hover:border-plum aria-pressed:outline-3 aria-pressed:outline-plum"
        onClick={onChoose}
      >
        <Seen className="block h-52 overflow-hidden border-b border-line bg-paper">
          {() => <Drawn offered={offered} sheet={sheet} />}
        </Seen>
        <span className="block px-3 py-2">
          <span className="block truncate font-semibold">{offered.label}</span>
          <span className="block text-xs text-muted">
            {count === 1 ? '1 page' : `${count} steps`} · {offered.about}
          </span>
        </span>
      </button>
      {offered.templateId && <DeleteOwn label={offered.label} id={offered.templateId} />}
    </div>
  );
}

function DeleteOwn({ label, id }: { label: string; id: TemplateId }) {
  const { remove, removal } = useRemoval();
  return (
    <>
      <span className="absolute top-1 right-1 rounded-control bg-sheet/90">
        <IconButton
          label={`Delete the template ${label}`}
          onClick={() => void remove(templateToRemove(id))}
        >
          <X />
        </IconButton>
      </span>
      {removal}
    </>
  );
}

/** A template's first page as it would look for this client. */
function Drawn({ offered, sheet }: { offered: Offered; sheet: ClientSheet }) {
  const shown = useMemo(() => {
    const { pages } = offered.take([0], exampleAnswers(offered.asks));
    const draft = pages[0]!.draft as Draft;
    const nothing = { steps: [], pageId: '' as never, around: { vouchers: [], calendars: [] } };
    const from = { client: sheet, now: Temporal.Now.instant().toString(), ...nothing };
    return { page: draft.page, context: pageContext(from, draft.forms, sheet.brand, null) };
  }, [offered, sheet]);
  return (
    <PageFrame
      still
      {...shown}
      title={offered.label}
      width={drawnAt}
      scale={cardWidth / drawnAt}
      height={208}
    />
  );
}

/** What taking a template needs: a name, the answers only its taker has, and which of its pages. */
function Taking({ offered, sheet }: { offered: Offered; sheet: ClientSheet }) {
  const navigate = useNavigate();
  const refresh = useRefreshAll();
  const [name, setName] = useState('');
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [busy, setBusy] = useState(false);
  const pages = offered.pageNames.map((_, index) => index).filter((index) => !left.has(index));
  const asks = offered.asks.filter(({ key }) => key !== 'name');
  const open = unanswered(asks, answers);
  // One answer often is the name: a listing's address, an event's.
  const named =
    name.trim() || (asks[0]?.kind === 'text' ? (answers[asks[0].key] ?? '').trim() : '');
  const calendar = useCalendarChoice(sheet.id, named ? `${named} calendar` : 'Calendar');
  const bookingPages = useMemo(() => {
    const all = offered.pageNames.map((_, index) => index);
    const taken = offered.take(all, exampleAnswers(offered.asks)).pages;
    return all.filter((index) => showsTimes(taken[index]!.draft as Draft));
  }, [offered]);
  const booksTimes = bookingPages.some((index) => !left.has(index));
  const start = async () => {
    setBusy(true);
    try {
      const taken = offered.take(pages, { ...answers, name: named });
      const calendarId = booksTimes ? await calendar.calendarId() : null;
      const funnelId = await createFrom(taken, named, calendarId, offered.isReady, sheet);
      await refresh();
      await navigate(`/${sheet.slug}/funnels/${funnelId}`);
    } catch (error) {
      toast.error(messageOf(error));
      setBusy(false);
    }
  };
  return (
    <form
      aria-label={offered.label}
      className="grid w-72 shrink-0 content-start gap-4 overflow-auto border-l border-line bg-sheet p-5 max-md:w-full"
      onSubmit={(event) => {
        event.preventDefault();
        void start();
      }}
    >
      <h2 className="text-lg">{offered.label}</h2>
      <p className="text-muted">{offered.about}</p>
      <TemplateAsks asks={asks} zone={sheet.zone} answers={answers} onAnswers={setAnswers} />
      <TextField
        label="Name of the new funnel"
        help={
          named && !name.trim()
            ? `“${named}”, if you leave it empty`
            : 'Its pages are named after it'
        }
        maxLength={80}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      {offered.pageNames.length > 1 && (
        <PagesToInclude offered={offered} left={left} onLeft={setLeft} />
      )}
      {booksTimes && calendar.field}
      <Button
        look="main"
        type="submit"
        disabled={busy || !named || open.length > 0 || pages.length === 0}
      >
        {busy ? 'Making the pages' : 'Create funnel'}
      </Button>
      {open.length > 0 && (
        <p className="text-xs text-muted">
          Still needed: {open.map(({ label }) => label.toLowerCase()).join(', ')}.
        </p>
      )}
    </form>
  );
}

function PagesToInclude({
  offered,
  left,
  onLeft,
}: {
  offered: Offered;
  /** The pages that are left out, by their place. */
  left: ReadonlySet<number>;
  onLeft: (left: ReadonlySet<number>) => void;
}) {
  return (
    <fieldset className="grid gap-1.5">
      <legend className="mb-1 text-xs font-semibold">Pages to include</legend>
      {offered.pageNames.map((page, index) => (
        <Tick
          key={index}
          label={page.startsWith('[[') ? offered.label : page}
          checked={!left.has(index)}
          onChange={() => {
            const next = new Set(left);
            if (!next.delete(index)) next.add(index);
            onLeft(next);
          }}
        />
      ))}
    </fieldset>
  );
}

/** Makes a funnel of a template's pages, with the client's records, calendar and addresses in them. */
async function createFrom(
  taken: TemplateContent,
  name: string,
  calendarId: CalendarId | null,
  isReady: boolean,
  sheet: ClientSheet,
): Promise<string> {
  const params = { clientId: sheet.id };
  const records = isReady ? await call(api.getClientRecords, { params }) : null;
  const finished = (draft: Draft) => {
    const filled = records ? withRecords(draft, records, sheet.facts) : draft;
    return withMapsFound(calendarId ? withCalendar(filled, calendarId) : filled, () => sheet);
  };
  const pages = await Promise.all(
    taken.pages.map(async (page) => ({ ...page, draft: await finished(page.draft as Draft) })),
  );
  const { funnelId } = await call(api.createFunnel, { params, body: { name, from: { pages } } });
  return funnelId;
}
