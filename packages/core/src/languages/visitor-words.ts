import type { FieldProblem } from '../forms/index.ts';
import type { HomeWords } from '../listings/index.ts';

/**
 * Everything that a visitor's page says by itself, beside the words that somebody wrote on it. Names in braces are filled
 * where it is said. A pair is for one and for more.
 */
export interface VisitorWords {
  /** What stands beside a question that may be left out. */
  optional: string;
  choose: string;
  problems: Record<FieldProblem['code'], string>;
  /** Over a form that came back, and over one that could not be sent at all. */
  marked: string;
  unsent: string;
  /** Of a form in several parts: where one is, and the ways on and back. */
  parts: { at: string; next: string; back: string };
  /** Of files that were sent with a form and are kept. */
  files: { remove: string };
  /** Above a form that a personal link has filled in: the person's name, and the way to empty it. */
  filled: { for: string; notYou: string };
  /** Emails to the sender of a form, with merge fields: a copy of their answers, and a link that confirms their address. */
  copy: { subject: string; body: string };
  confirm: { subject: string; body: string; press: string; done: string; gone: string };
  /** Below an email address whose host is probably misspelled. */
  didYouMean: string;
  times: {
    choose: string;
    none: string;
    /** Said of an event of which every seat is taken. */
    full: string;
    nearest: string;
    /** The first free time of a day. */
    from: string;
    seats: [one: string, more: string];
    /** A place on the waiting list, where every seat is taken. */
    wait: string;
    waitHelp: string;
    /** Where somebody wants to come, who they want to see, and that it may be anybody. */
    place: string;
    staff: string;
    anybody: string;
    later: string;
  };
  /** A day and a time of day, joined. */
  when: string;
  /** `days`, `hours`, `minutes`, `seconds`. */
  left: [string, string, string, string];
  hours: {
    span: string;
    midnight: string;
    closed: string;
    open: string;
    openUntil: string;
    /** The same where it closes on another day. */
    openUntilOn: string;
    opensAt: string;
    opensOn: string;
    /** On a holiday or another day off; its name may follow. */
    closedToday: string;
  };
  booking: { who: string; file: string; change: string };
  /** Of a chat box: its questions, its button, the one who writes, and what an email with an answer says around it. */
  chat: {
    name: string;
    email: string;
    emailHelp: string;
    message: string;
    send: string;
    you: string;
    /** Said once it has arrived, and instead of it where there is no script. */
    arrived: string;
    tooFast: string;
    answerSubject: string;
    answerBegin: string;
  };
  /** What stars are read out as. */
  stars: string;
  privacy: string;
  /** On a page of thanks that was opened without sending the form before it. */
  nothingSent: string;
  toTheForm: string;
  /** At the foot of a page that asks whether a visit may be counted, and where the answer can be changed. */
  consent: { ask: string; yes: string; no: string; policy: string; change: string };
  close: string;
  more: string;
  map: string;
  site: string;
  /** Of a home for sale. */
  home: HomeWords;
}
