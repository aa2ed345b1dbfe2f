import type { Email } from '@plumgate/core/emails';

/** An email with what it was before, and what undoing took back. */
export interface EmailHistory {
  email: Email;
  past: readonly Email[];
  future: readonly Email[];
  /** What the last change was in: letters typed there are one change. */
  group: string | null;
}

export type EmailChange =
  | { do: 'set'; make: (email: Email) => Email; group: string | null }
  | { do: 'undo' }
  | { do: 'redo' };

const mostPast = 200;

export const startHistory = (email: Email): EmailHistory => ({
  ...{ email, past: [], future: [], group: null },
});

/** The history after a change. A change in the same group as the last one is undone together with it. */
export function changeHistory(history: EmailHistory, change: EmailChange): EmailHistory {
  const { email, past, future, group } = history;
  switch (change.do) {
    case 'set': {
      const made = change.make(email);
      if (made === email) return history;
      const isSameGroup = change.group !== null && change.group === group;
      return {
        email: made,
        past: isSameGroup ? past : [...past, email].slice(-mostPast),
        future: [],
        group: change.group,
      };
    }
    case 'undo': {
      const before = past.at(-1);
      if (!before) return history;
      return { email: before, past: past.slice(0, -1), future: [email, ...future], group: null };
    }
    case 'redo': {
      const [after, ...rest] = future;
      if (!after) return history;
      return { email: after, past: [...past, email], future: rest, group: null };
    }
  }
}
