import type { LeftOut, Way } from '@plumgate/core/followup';

/** What a line of a person's timeline records. Words are made when it is read, so that they can change. */
export type TimelineFact =
  | {
      kind: 'submitted';
      form: string;
      page: string;
      source: string;
      answers: { question: string; answer: string }[];
    }
  /** An earlier build noted no email. */
  | { kind: 'also-given'; name: string; email?: string; phone: string }
  | { kind: 'also-given-used'; field: 'name' | 'email' | 'phone'; value: string; by: string }
  | { kind: 'merged'; with: string; by: string }
  | { kind: 'parted'; from: string; by: string }
  | { kind: 'step-failed'; what: string; sequence: string }
  | { kind: 'tagged'; tags: string[]; rule: string }
  | { kind: 'untagged'; tag: string; sequence: string }
  | { kind: 'assigned'; to: string; rule: string }
  /** `because` is what they did that set the rules off, where that was no form. */
  | { kind: 'matched'; rules: string[]; because?: string }
  | { kind: 'joined' | 'not-joined'; sequence: string }
  | { kind: 'paused' | 'resumed'; sequence: string; by: string }
  | { kind: 'skipped'; what: string; sequence: string; by: string }
  | { kind: 'ended'; sequence: string; because: string }
  /** A step has waited until something: it came, or not in time. */
  | { kind: 'waited'; sequence: string; until: string; way: Way }
  /** `message` is the one in the outbox; an earlier build did not note it. */
  | { kind: 'sent'; subject: string; sequence: string; message?: string }
  | { kind: 'texted'; body: string; sequence: string; message?: string }
  /** The first time, as far as their mail program tells. */
  | { kind: 'opened'; what: string; message: string }
  /** The first link of a message that they followed: its address as it is for everybody. */
  | { kind: 'clicked'; link: string; what: string; message: string }
  | { kind: 'left-out'; what: string; sequence: string; because: LeftOut }
  | { kind: 'notified'; to: string; subject: string; by?: 'text' }
  | {
      kind: 'booked' | 'moved' | 'cancelled';
      calendar: string;
      when: string;
      by: 'visitor' | 'business';
    }
  | { kind: 'came' | 'missed'; calendar: string; when: string }
  /** On the waiting list: `when` is the date that they want, empty for any. */
  | { kind: 'waits-for-seat' | 'no-seat-wanted'; calendar: string; when: string }
  /** A seat came free and is held for them until then. */
  | { kind: 'seat-offered'; calendar: string; when: string; until: string }
  | { kind: 'replied'; body: string; by?: 'text' | 'email' | 'chat' }
  /** A mail program wrote by itself. */
  | { kind: 'away'; body: string }
  /** Somebody new wrote by themselves. */
  /** `page` is where the chat box was that they wrote in. */
  | { kind: 'wrote-in'; source: string; body: string; page?: string }
  | { kind: 'texts-stopped' | 'texts-allowed' | 'unsubscribed' }
  | { kind: 'refused'; what: string }
  | { kind: 'complained'; what: string }
  /** What they chose of mail to them; empty for all as usual. */
  | { kind: 'mail-choices'; words: string[] }
  | { kind: 'subscribed' }
  | { kind: 'asked-to-confirm' | 'confirmed'; email: string }
  | { kind: 'made-anonymous' }
  | { kind: 'task-done'; text: string; by: string }
  | { kind: 'imported'; file: string; by: string }
  | { kind: 'given-to'; to: string | null; by: string }
  | { kind: 'stage'; to: string; reason: string; by: string }
  | { kind: 'edited'; what: string; to: string; by: string }
  /** Somebody called or came in. */
  | { kind: 'came-in'; source: string; note: string; by: string }
  | {
      kind: 'called-in';
      source: string;
      /** Null where that is not known. */
      seconds: number | null;
      answered: boolean;
      note: string;
    }
  | { kind: 'kept'; by: string }
  | { kind: 'let-go'; reason: string; by: string }
  | { kind: 'waits-again'; by: string }
  | { kind: 'touched'; how: 'called' | 'no-answer' | 'wrote'; note: string; by: string };
