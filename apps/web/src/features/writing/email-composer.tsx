import { api, type ClientSheet, type PageChoice } from '@plumgate/contract';
import type { PersonId } from '@plumgate/core/basics';
import type { Conditions } from '@plumgate/core/conditions';
import { Email, emailBlockKinds, type EmailBlockKind } from '@plumgate/core/emails';
import type { MergeContext, MergeField, MergeGroup } from '@plumgate/core/messages';
import type { EmailView } from '@plumgate/email-kit';
import {
  Columns2,
  Heading,
  Image,
  Minus,
  Moon,
  RectangleHorizontal,
  Redo2,
  Sun,
  Ticket,
  Type,
  Undo2,
} from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import { useDeferredValue, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { MergeTextField } from '../../ui/merge-text/merge-text-field.tsx';
import { WritingTools } from '../../ui/merge-text/writing-tools.tsx';
import { Skeleton } from '../../ui/states.tsx';
import { isTypingIn } from '../../ui/typing.ts';
import { useMergeFields } from '../clients/use-merge-fields.ts';
import { BlockSettings } from './block-settings.tsx';
import { EmailCanvas } from './email-canvas.tsx';
import { EmailSide, type Side } from './email-side.tsx';
import { emailStore, EmailStoreProvider, useComposed, useEmailStore } from './email-store.ts';
import { emailView } from './email-view.ts';
import { SenderLine } from './sender-line.tsx';
import { PersonChoice, type Reader } from './person-choice.tsx';
import { useEmailCheck } from './use-email-check.ts';
import { usePersonValues } from './use-person-values.ts';

interface Props {
  clientId: string;
  email: Email;
  /** What the email is, as its screen calls it. */
  title: string;
  /** What its words may name. */
  groups: readonly MergeGroup[];
  /** Values for what no person has: a booking, an event. */
  sample?: MergeContext | undefined;
  /** Who gets it, as far as that is known. */
  onlyFor?: Conditions | undefined;
  onChange: (email: Email) => void;
  onClose: () => void;
}

/** How long nobody writes before the screen below hears of it, in ms: it draws much more than a letter. */
const tellMs = 250;

/** Writes an email over the whole window, in the client's look. What is written is told to `onChange` as it is written. */
export function EmailComposer(props: Props) {
  const { clientId, groups, title, onClose } = props;
  const sheet = useEndpoint(api.getClient, { params: { clientId } });
  const pages = useEndpoint(api.listPages, { params: { clientId } });
  const fields = useMergeFields(clientId, groups);
  const [store] = useState(() => emailStore(props.email));
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });
  useEffect(() => {
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const tell = () => {
      clearTimeout(waiting);
      const { email } = store.getState();
      if (email !== latest.current.email) latest.current.onChange(email);
    };
    const stop = store.subscribe((now, before) => {
      if (now.email === before.email) return;
      clearTimeout(waiting);
      waiting = setTimeout(tell, tellMs);
    });
    return () => {
      stop();
      tell();
    };
  }, [store]);
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-40 flex flex-col bg-paper"
          onEscapeKeyDown={(event) => {
            const { picked, pick } = store.getState();
            if (!picked) return;
            event.preventDefault();
            pick(null);
            (document.activeElement as HTMLElement | null)?.blur();
          }}
          onInteractOutside={(event) => event.preventDefault()}
        >
          <EmailStoreProvider value={store}>
            {sheet.data && pages.data ? (
              <Composer {...props} sheet={sheet.data} pages={pages.data.pages} fields={fields} />
            ) : (
              <>
                <Radix.Title className="sr-only">{title}</Radix.Title>
                <Skeleton />
              </>
            )}
          </EmailStoreProvider>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

function Composer({
  title,
  groups,
  sample,
  onlyFor,
  onClose,
  sheet,
  pages,
  fields,
}: Props & { sheet: ClientSheet; pages: readonly PageChoice[]; fields: readonly MergeField[] }) {
  const store = useEmailStore();
  const [reader, setReader] = useState<Reader | null>(null);
  const [isDark, setDark] = useState(false);
  const values = usePersonValues(sheet, reader?.id ?? null, sample);
  const view = useMemo(
    () => emailView(sheet, pages, values, fields),
    [sheet, pages, values, fields],
  );
  useHistoryKeys();
  const sendTest = async () => {
    const { email } = store.getState();
    const problem = Email.safeParse(email).error?.issues[0]?.message;
    if (problem) return void toast.error(`${problem} Then send a test.`);
    try {
      const { to } = await call(api.sendTestEmail, {
        params: { clientId: sheet.id },
        body: { email, personId: (reader?.id ?? null) as PersonId | null },
      });
      toast(`A test is on its way to ${to}.`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <>
      <header className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-4 py-2">
        <Radix.Title className="mr-auto min-w-0 truncate text-lg">{title}</Radix.Title>
        <UndoButtons />
        <IconButton
          label={isDark ? 'Show by day' : 'Show in dark mode'}
          aria-pressed={isDark}
          onClick={() => setDark(!isDark)}
        >
          {isDark ? <Sun /> : <Moon />}
        </IconButton>
        <PersonChoice clientId={sheet.id} reader={reader} onChange={setReader} />
        <Button onClick={() => void sendTest()}>Send a test to me</Button>
        <Button look="main" onClick={onClose}>
          Done
        </Button>
      </header>
      <div className="grid min-h-0 flex-1 grid-cols-[240px_minmax(0,1fr)_330px] max-lg:block max-lg:overflow-auto">
        <div className="overflow-auto border-r border-line bg-sheet max-lg:border-r-0 max-lg:border-b">
          <AddBlocks />
          <BlockSettings sheet={sheet} fields={fields} />
        </div>
        <div className="flex min-h-0 flex-col overflow-auto">
          <Tools fields={fields} />
          <Inbox clientId={sheet.id} name={sheet.name} fields={fields} />
          <EmailCanvas view={view} fields={fields} isDark={isDark} />
        </div>
        <Beside clientId={sheet.id} {...{ view, isDark, groups, onlyFor }} />
      </div>
    </>
  );
}

/** What stands beside the email follows it a moment later, so that letters come at once. */
function Beside({
  clientId,
  view,
  isDark,
  groups,
  onlyFor,
}: Pick<Props, 'clientId' | 'groups' | 'onlyFor'> & { view: EmailView; isDark: boolean }) {
  const store = useEmailStore();
  const [side, setSide] = useState<Side>('phone');
  const email = useDeferredValue(useComposed((state) => state.email));
  const { findings, bytes } = useEmailCheck(clientId, email, groups, onlyFor);
  return (
    <EmailSide
      {...{ email, view, isDark, side, findings, bytes }}
      onSide={setSide}
      onFinding={({ block }) => {
        if (!block) return;
        store.getState().pick(block);
        document
          .querySelector(`[data-block="${block}"]`)
          ?.scrollIntoView({ block: 'center', behavior: 'smooth' });
      }}
    />
  );
}

function UndoButtons() {
  const store = useEmailStore();
  const canUndo = useComposed(({ past }) => past.length > 0);
  const canRedo = useComposed(({ future }) => future.length > 0);
  const { undo, redo } = store.getState();
  return (
    <>
      <IconButton label="Undo (Ctrl Z)" disabled={!canUndo} onClick={undo}>
        <Undo2 />
      </IconButton>
      <IconButton label="Redo (Ctrl Shift Z)" disabled={!canRedo} onClick={redo}>
        <Redo2 />
      </IconButton>
    </>
  );
}

/** Undo and redo over the whole email, and the delete key for what is picked. */
function useHistoryKeys(): void {
  const store = useEmailStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { undo, redo, remove, picked } = store.getState();
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
        // The fields of the inbox line and of settings have their own.
        const words = (event.target as HTMLElement).closest('.email-words');
        if (isTypingIn(event.target) && !words) return;
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
      }
      if ((event.key === 'Delete' || event.key === 'Backspace') && picked)
        if (!isTypingIn(event.target)) remove(picked);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [store]);
}

const blockIcons: Record<EmailBlockKind, ReactNode> = {
  text: <Type />,
  heading: <Heading />,
  button: <RectangleHorizontal />,
  picture: <Image />,
  voucher: <Ticket />,
  divider: <Minus />,
  columns: <Columns2 />,
};

/** The blocks that can be added: after the picked one, or at the end. */
function AddBlocks() {
  const store = useEmailStore();
  return (
    <section className="p-4">
      <h3 className="mb-2 text-[13px] font-semibold">Add</h3>
      <div className="grid grid-cols-2 gap-1.5 max-lg:grid-cols-3">
        {(Object.keys(emailBlockKinds) as EmailBlockKind[]).map((kind) => (
          <Button
            key={kind}
            className="justify-start! px-2 [&_svg]:size-4 [&_svg]:text-muted"
            onClick={() => store.getState().add(kind)}
          >
            {blockIcons[kind]} {emailBlockKinds[kind].label}
          </Button>
        ))}
      </div>
    </section>
  );
}

/** The tools of the text that is open keep their place, so that nothing jumps as a text is pressed. */
function Tools({ fields }: { fields: readonly MergeField[] }) {
  const writing = useComposed((state) => state.writing);
  return (
    <div className="sticky top-0 z-20 flex h-11 shrink-0 items-center justify-center border-b border-line bg-paper">
      {writing ? (
        <WritingTools key={String(writing.isRich)} writing={writing} fields={fields} />
      ) : (
        <p className="text-xs text-muted">Press words to write in them</p>
      )}
    </div>
  );
}

/** The two lines that an inbox shows of it. */
function Inbox({
  clientId,
  name,
  fields,
}: {
  clientId: string;
  name: string;
  fields: readonly MergeField[];
}) {
  const store = useEmailStore();
  const subject = useComposed(({ email }) => email.subject);
  const preview = useComposed(({ email }) => email.preview);
  return (
    <div className="mx-auto grid w-full max-w-[648px] gap-2 px-6 py-3">
      <SenderLine clientId={clientId} name={name} />
      <MergeTextField
        label="Subject"
        fields={fields}
        maxLength={200}
        value={subject}
        onChange={(words) => store.getState().set({ subject: words }, 'subject')}
      />
      <MergeTextField
        label="Preview line"
        help="What an inbox shows after the subject. Leave empty for the first words."
        fields={fields}
        maxLength={200}
        value={preview}
        onChange={(words) => store.getState().set({ preview: words }, 'preview')}
      />
    </div>
  );
}
