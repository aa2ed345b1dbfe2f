/** What a line of a person's timeline records. Words are made when it is read, so that they can change. */
export type TimelineFact =
  | {
      kind: 'submitted';
      form: string;
      page: string;
      source: string;
      answers: { question: string; answer: string }[];
    }
  | { kind: 'tagged'; tags: string[]; rule: string }
  | { kind: 'given'; to: string; rule: string }
  | { kind: 'joined'; sequence: string }
  | { kind: 'sent'; subject: string; sequence: string }
  | { kind: 'told'; to: string; subject: string };
