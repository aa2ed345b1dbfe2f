import type { outbox } from './outbox.table.ts';

/** What lists and records call a message. */
export const messageName = ({
  kind,
  title,
}: Pick<typeof outbox.$inferSelect, 'kind' | 'title'>): string =>
  `${kind === 'email' ? 'Email' : 'Text'} “${title}”`;
