import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { wordsLook } from '../look.ts';
import { words } from '../../basics/text-shapes.ts';

/** The time left until a moment in the client's zone, until the event of the page, or so many minutes from a visitor's first visit, and what it says when that is over. */
export const countdown = blockKind({
  kind: 'countdown',
  label: 'Countdown',
  look: [...wordsLook, 'align'],
  settings: {
    counts: z.enum(['moment', 'event', 'visit']),
    /** Wall time in the client's zone, `2026-11-19T18:30`; empty while not set. */
    until: z.union([
      z.literal(''),
      z.iso.datetime({ local: true, offset: false, error: 'Give the day and the time.' }),
    ]),
    /** From the first visit, where it counts from that. */
    minutes: z.int('Give whole minutes.').min(1).max(20160, 'At most 14 days.'),
    above: words(120),
    over: words(200),
  },
  starter: {
    counts: 'moment',
    until: '',
    minutes: 60,
    above: 'Begins in',
    over: 'It has begun.',
  },
});
