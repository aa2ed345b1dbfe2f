import { api } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import type { FormDefinition } from '@plumgate/core/forms';
import { blockKinds, type BlockKindName, type BlockOf } from '@plumgate/core/page';
import {
  BadgeCheck,
  CalendarCheck,
  CalendarClock,
  CircleHelp,
  Code,
  FileText,
  Heading,
  Image,
  LayoutGrid,
  ListOrdered,
  MapPin,
  MessageSquareQuote,
  Minus,
  MousePointerClick,
  Phone,
  Scale,
  SquareCheck,
  Stamp,
  StretchVertical,
  Tag,
  TextInitial,
  Timer,
  TextCursorInput,
} from 'lucide-react';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { addBand, addBlock } from './commands.ts';
import { useEditor, useEditorStore } from './store.ts';

const icons: Record<BlockKindName, typeof Code> = {
  heading: Heading,
  text: TextInitial,
  ticks: SquareCheck,
  picture: Image,
  button: MousePointerClick,
  form: TextCursorInput,
  booking: CalendarClock,
  'your-booking': CalendarCheck,
  countdown: Timer,
  'call-button': Phone,
  cards: LayoutGrid,
  'numbered-steps': ListOrdered,
  offer: Tag,
  reviews: MessageSquareQuote,
  badges: BadgeCheck,
  areas: MapPin,
  questions: CircleHelp,
  logo: Stamp,
  space: StretchVertical,
  divider: Minus,
  'legal-footer': Scale,
  code: Code,
};

/** Everything that can stand on a page; a press adds it after what is selected. */
export function AddShelf({ clientId, funnelName }: { clientId: string; funnelName: string }) {
  const store = useEditorStore();
  const selected = useEditor((state) => state.selected);
  const add = <Kind extends BlockKindName>(kind: Kind, settings?: Partial<BlockOf<Kind>>) => {
    const { draft, edit, select } = store.getState();
    const { edits, id } = addBlock(draft, selected, kind, settings);
    if (edit(edits)) select(id);
  };
  /** A block that asks questions takes the form that is on the page, or a new one. */
  const addAsking = async (kind: 'form' | 'booking') => {
    const { draft, bringForm } = store.getState();
    const known = Object.keys(draft.forms)[0] as FormId | undefined;
    try {
      if (known) return add(kind, { formId: known, ...(await calendarFor(kind)) });
      const made = await call(api.createForm, { params: { clientId }, body: { name: funnelName } });
      bringForm(made.formId, made.definition as FormDefinition);
      add(kind, { formId: made.formId, ...(await calendarFor(kind)) });
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const calendarFor = async (kind: 'form' | 'booking') => {
    if (kind === 'form') return {};
    const { calendars } = await call(api.listCalendars, { params: { clientId } });
    return calendars[0] ? { calendarId: calendars[0].id } : {};
  };
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-1.5">
        {(Object.keys(blockKinds) as BlockKindName[]).map((kind) => {
          const Icon = icons[kind];
          return (
            <button
              key={kind}
              type="button"
              className="grid justify-items-center gap-1.5 rounded-control border border-line bg-paper px-1 py-3 text-[13px] hover:border-plum hover:text-plum-dark"
              onClick={() =>
                kind === 'form' || kind === 'booking' ? void addAsking(kind) : add(kind)
              }
            >
              <Icon className="size-5 text-muted" aria-hidden />
              {blockKinds[kind].label}
            </button>
          );
        })}
      </div>
      <button
        type="button"
        className="flex items-center justify-center gap-2 rounded-control border border-dashed border-strong-line py-2.5 font-semibold text-plum-dark hover:border-plum"
        onClick={() => {
          const { draft, edit, select } = store.getState();
          const { edits, id } = addBand(draft, selected);
          if (edit(edits)) select(id);
        }}
      >
        <FileText className="size-4" aria-hidden /> A band below
      </button>
    </div>
  );
}
