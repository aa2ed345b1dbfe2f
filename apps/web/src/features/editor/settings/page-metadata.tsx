import { api, type EditorPage } from '@plumgate/contract';
import { clientFields } from '@plumgate/core/clients';
import { fillOrKeep } from '@plumgate/core/messages';
import { spokenNames } from '@plumgate/core/languages';
import { Language, overWords, pageNode, type PageDocument } from '@plumgate/core/page';
import { type PictureRef } from '@plumgate/core/basics';
import { Trash2 } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { useEndpoint } from '../../../api/hooks.ts';
import { IconButton } from '../../../ui/button.tsx';
import { LongField, TextField, Tick } from '../../../ui/field.tsx';
import { useEditor } from '../store.ts';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { useSet } from './use-set.ts';

/** What the page tells of itself where it is found and shared, and the code that is on it. */
export function PageMetadata({ page }: { page: EditorPage }) {
  const { hidden, share, icon, head, body, ends } = useEditor((state) => state.draft.page);
  const set = useSet(pageNode);
  return (
    <>
      <Found page={page} />
      <Tick
        label="Hide from search engines"
        help="For pages meant only for people who answered. Pages behind a form are always hidden."
        checked={hidden}
        onChange={(hidden) => set({ hidden })}
      />
      <TextField
        label="Last day"
        type="date"
        help="For an offer. From the next day on the page says that it has ended. Empty for none."
        value={ends?.day ?? ''}
        onChange={({ target }) =>
          set({ ends: target.value ? { day: target.value, words: ends?.words ?? '' } : null })
        }
      />
      {ends && (
        <LongField
          label="What it says then"
          placeholder={overWords}
          rows={2}
          maxLength={400}
          value={ends.words}
          onChange={(event) => set({ ends: { ...ends, words: event.target.value } })}
        />
      )}
      <LanguageField />
      <More title="When shared">
        <Shared page={page} />
        <Own label="A picture of your own" chosen={share} onChange={(share) => set({ share })} />
      </More>
      <More title="Favicon">
        <Own
          label="Square works best. Without one the logo is used."
          chosen={icon}
          onChange={(icon) => set({ icon })}
        />
      </More>
      <More title="Code on this page">
        <LongField
          label="In the head"
          help="After the funnel’s own, which is there first"
          rows={5}
          maxLength={20_000}
          spellCheck={false}
          value={head}
          onChange={(event) => set({ head: event.target.value })}
        />
        <LongField
          label="At the end of the body"
          rows={3}
          maxLength={20_000}
          spellCheck={false}
          value={body}
          onChange={(event) => set({ body: event.target.value })}
        />
      </More>
    </>
  );
}

/** What is seldom needed, made once it is opened: the server draws the card again for each title it is asked for. */
function More({ title, children }: { title: string; children: React.ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <details
      className="min-w-0 rounded-control border border-line px-3 py-2"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary className="cursor-pointer text-xs font-semibold">{title}</summary>
      {open && <div className="mt-3 grid gap-3">{children}</div>}
    </details>
  );
}

function Own({
  label,
  chosen,
  onChange,
}: {
  label: string;
  chosen: PictureRef | null;
  onChange: (picture: PictureRef | null) => void;
}) {
  return (
    <div className="grid gap-1.5">
      <span className="flex items-center text-xs text-muted">
        <span className="flex-1">{label}</span>
        {chosen && (
          <IconButton label="Remove" onClick={() => onChange(null)}>
            <Trash2 />
          </IconButton>
        )}
      </span>
      <PictureShelf chosen={chosen} onChoose={onChange} />
    </div>
  );
}

/** How much of a title and a description a search result has room for (common practice, no source). */
const room = { title: 60, description: 155 } as const;
const cut = (words: string, most: number) =>
  words.length > most ? `${words.slice(0, most - 1).replace(/\s+\S*$/, '')} …` : words;

const filledFor =
  ({ client }: EditorPage) =>
  (words: string) =>
    fillOrKeep(words, { client: clientFields(client.name, client.facts) });

/** The page as a line in a list of results. */
function Found({ page }: { page: EditorPage }) {
  const { title, description } = useEditor((state) => state.draft.page);
  const filled = filledFor(page);
  return (
    <figure className="min-w-0 rounded-control border border-line bg-paper p-3">
      <figcaption className="mb-1.5 text-xs text-muted">As a search result</figcaption>
      <p className="font-semibold break-words">{cut(filled(title), room.title)}</p>
      <p className="text-xs break-words">
        {cut(filled(description), room.description) || (
          <span className="text-muted">Words from the page, as there is no description.</span>
        )}
      </p>
      <p className="mt-1 truncate text-xs text-muted">{page.address.replace(/^https?:\/\//, '')}</p>
    </figure>
  );
}

/** The page's link as it stands in a message or a feed. */
function Shared({ page }: { page: EditorPage }) {
  const { title, share } = useEditor((state) => state.draft.page);
  const asked = useDeferredValue(filledFor(page)(title));
  const card = useEndpoint(
    api.drawCard,
    { params: { pageId: page.pageId }, query: { title: asked.slice(0, 200) } },
    { enabled: !share },
  ).data?.src;
  const src = share ? `/~/pictures/${share.id}-800.jpeg` : card;
  return (
    <figure className="overflow-hidden rounded-control border border-line bg-paper">
      {src ? (
        <img src={src} alt="" className="aspect-[1.91] w-full object-cover" />
      ) : (
        <div className="aspect-[1.91] animate-pulse bg-line/60" />
      )}
      <figcaption className="p-2.5 text-xs">
        <span className="block font-semibold break-words">{asked}</span>
        <span className="text-muted">{new URL(page.address).host}</span>
      </figcaption>
    </figure>
  );
}

/** A tag is kept once it is one; what is typed until then stays in the field. */
function LanguageField() {
  const { language } = useEditor((state) => state.draft.page);
  const set = useSet(pageNode);
  const [unfinished, setUnfinished] = useState<string | null>(null);
  const typed = unfinished ?? language;
  const read = Language.safeParse(typed);
  return (
    <TextField
      label="Page language"
      help={`A language tag such as es-MX. Built-in text comes in ${spokenNames}`}
      error={read.success ? undefined : read.error.issues[0]!.message}
      maxLength={20}
      value={typed}
      onChange={(event) => {
        const next = Language.safeParse(event.target.value.trim());
        setUnfinished(next.success ? null : event.target.value.trim());
        if (next.success) set({ language: next.data } satisfies Partial<PageDocument>);
      }}
    />
  );
}
