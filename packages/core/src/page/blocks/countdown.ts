import { z } from 'zod';
import { Align, blockKind, words } from '../block-kind.ts';

/** The time left until a moment in the client's zone, and what it says when that is over. */
export const countdown = blockKind({
  kind: 'countdown',
  label: 'Countdown',
  settings: {
    /** Wall time in the client's zone, `2026-11-19T18:30`; empty while not set. */
    until: z.union([
      z.literal(''),
      z.iso.datetime({ local: true, offset: false, error: 'Give the day and the time.' }),
    ]),
    above: words(120),
    over: words(200),
    align: Align,
  },
  starter: { until: '', above: 'Begins in', over: 'It has begun.', align: 'start' },
});
