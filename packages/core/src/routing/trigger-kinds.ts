import { z } from 'zod';
import { CalendarId, FormId, NodeId, PageId } from '../basics/index.ts';
import {
  leftAfterMinutes,
  partWords,
  WatchedShare,
  watchedWords,
  type PageBehavior,
  type TermNames,
} from '../conditions/index.ts';

/** What happens with a booking. */
export type BookingTurn = 'booked' | 'moved' | 'cancelled' | 'came' | 'missed';

/** Something that somebody does and that may set off rules. */
export type Happening = PageBehavior | { did: BookingTurn; calendar: CalendarId };
type HappeningOf<Did extends Happening['did']> = Happening & { did: Did };

/** A kind of trigger: its settings, its words as part of "When somebody …", and what sets it off. */
function triggerKind<Kind extends Happening['did'], Settings extends z.ZodRawShape>(trigger: {
  kind: Kind;
  settings: Settings;
  /** As it is offered: "sees a page". */
  label: string;
  words: (trigger: z.infer<z.ZodObject<Settings>>, names: TermNames) => string;
  fits: (trigger: z.infer<z.ZodObject<Settings>>, happening: HappeningOf<Kind>) => boolean;
  /** Its words once somebody did it: "saw the page “Open house”". */
  did: (happening: HappeningOf<Kind>, names: TermNames) => string;
}) {
  const { kind, label, words, settings, did } = trigger;
  const schema = z.strictObject({
    kind: z.literal(kind),
    ...settings,
    /** Each time that somebody does it, not the first time alone. */
    each: z.literal(true).optional(),
  }) as unknown as z.ZodObject<
    { kind: z.ZodLiteral<Kind>; each: z.ZodOptional<z.ZodLiteral<true>> } & Settings
  >;
  const fits = (settings: z.infer<z.ZodObject<Settings>>, happening: Happening): boolean =>
    happening.did === kind && trigger.fits(settings, happening as HappeningOf<Kind>);
  return { label, words, fits, did, schema };
}

/** A booking in one calendar, or in any. */
const bookingTrigger = <Kind extends BookingTurn>(kind: Kind, label: string, done: string) =>
  triggerKind({
    kind,
    settings: { calendar: CalendarId.nullable().default(null) },
    label,
    words: ({ calendar }, names) =>
      calendar === null ? label : `${label} in “${names('calendar', calendar)}”`,
    fits: ({ calendar }, happening) => calendar === null || calendarOf(happening) === calendar,
    did: (happening, names) => `${done} in “${names('calendar', calendarOf(happening))}”`,
  });

const calendarOf = (happening: Happening): CalendarId =>
  (happening as Extract<Happening, { calendar: CalendarId }>).calendar;

/** Every kind of trigger, in the order in which they are offered. */
export const triggerKinds = {
  saw: triggerKind({
    kind: 'saw',
    settings: { page: PageId },
    label: 'sees a page',
    words: ({ page }, names) => `sees the page “${names('page', page)}”`,
    fits: ({ page }, seen) => seen.page === page,
    did: ({ page }, names) => `saw the page “${names('page', page)}”`,
  }),
  pressed: triggerKind({
    kind: 'pressed',
    settings: { page: PageId, part: NodeId },
    label: 'presses a button',
    words: (trigger, names) => `presses ${partWords(trigger, names)}`,
    fits: ({ page, part }, pressed) => pressed.page === page && pressed.part === part,
    did: (pressed, names) => `pressed ${partWords(pressed, names)}`,
  }),
  watched: triggerKind({
    kind: 'watched',
    settings: { page: PageId, part: NodeId, share: WatchedShare },
    label: 'watches a video',
    words: (trigger, names) => `has ${watchedWords[trigger.share]} ${partWords(trigger, names)}`,
    fits: ({ page, part, share }, watched) =>
      watched.page === page && watched.part === part && watched.share === share,
    did: (watched, names) => `${watchedWords[watched.share]} ${partWords(watched, names)}`,
  }),
  left: triggerKind({
    kind: 'left',
    settings: { form: FormId },
    label: 'begins a form and leaves it',
    words: ({ form }, names) =>
      `begins “${names('form', form)}” and leaves it unsent for ${leftAfterMinutes} minutes`,
    fits: ({ form }, left) => left.form === form,
    did: ({ form }, names) => `began “${names('form', form)}” and did not send it`,
  }),
  booked: bookingTrigger('booked', 'books a time', 'booked a time'),
  moved: bookingTrigger('moved', 'moves a booking', 'moved a booking'),
  cancelled: bookingTrigger('cancelled', 'cancels a booking', 'canceled a booking'),
  came: bookingTrigger('came', 'comes to a booking', 'came to a booking'),
  missed: bookingTrigger('missed', 'misses a booking', 'missed a booking'),
};
