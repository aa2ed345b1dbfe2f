import { z } from 'zod';
import { StageId } from '../basics/index.ts';

/** What it means to be in a stage: still under way, or over in one of two ways. */
export const stageOutcomes = { open: 'Under way', won: 'Won', lost: 'Lost' } as const;
export type StageOutcome = keyof typeof stageOutcomes;

/** What moves people into a stage by itself, unless they are further already. */
export const stageMoves = {
  touched: 'they are called or written to',
  booked: 'they book',
  came: 'they come',
} as const;
export type StageMove = keyof typeof stageMoves;

/** A stage as a client names it; without an id it is a new one. */
export const StageContent = z.strictObject({
  id: StageId.nullable(),
  name: z.string().trim().min(1, 'Give the stage a name.').max(40),
  outcome: z.enum(['open', 'won', 'lost']),
  movedBy: z.enum(['touched', 'booked', 'came']).nullable(),
});
export type StageContent = z.infer<typeof StageContent>;

/** The stages of a client in their order: names differ, and there is one to begin in. */
export const StageList = z
  .array(StageContent)
  .min(1, 'Keep at least one stage.')
  .max(20)
  .refine((stages) => stages[0]?.outcome === 'open', {
    error: 'People begin in the first stage, so it must be one that is under way.',
  })
  .refine(
    (stages) => new Set(stages.map(({ name }) => name.toLowerCase())).size === stages.length,
    { error: 'Give each stage a name of its own.' },
  );

/** The stages that a new client begins with. */
export const usualStages: Omit<StageContent, 'id'>[] = [
  { name: 'New', outcome: 'open', movedBy: null },
  { name: 'Contacted', outcome: 'open', movedBy: 'touched' },
  { name: 'Quoted', outcome: 'open', movedBy: null },
  { name: 'Won', outcome: 'won', movedBy: null },
  { name: 'Lost', outcome: 'lost', movedBy: null },
];

interface Placed {
  position: number;
  outcome: StageOutcome;
}

/** Whether what happens by itself moves somebody from a stage into another: only on, and never out of one that is over. */
export const movesOn = (from: Placed | null, to: Placed): boolean =>
  from === null || (from.outcome === 'open' && from.position < to.position);
