import { blocksOf, formIdOf, type Block, type PageDocument } from '@plumgate/core/page';

/** The parts of the visitor's script, each a file in `runtime/`, in the order they run. */
export const runtimeParts = [
  'forms',
  'emails',
  'days',
  'countdown',
  'hours',
  'video',
  'compare',
  'enlarge',
  'sections',
  'popups',
  'approval',
] as const;
export type RuntimePart = (typeof runtimeParts)[number];

const needs: Record<RuntimePart, (block: Block) => boolean> = {
  forms: (block) => formIdOf(block) !== null,
  emails: (block) => formIdOf(block) !== null,
  days: (block) => block.kind === 'booking',
  countdown: (block) => block.kind === 'countdown',
  hours: (block) => block.kind === 'hours' && block.saysNow,
  video: (block) => block.kind === 'video',
  compare: (block) => block.kind === 'before-after',
  enlarge: (block) => block.kind === 'picture' && block.action?.kind === 'enlarge',
  // Of the page as a whole, as popups are.
  sections: () => false,
  popups: () => false,
  // Of approval pages alone.
  approval: () => false,
};

/** The parts that a page uses, and no others. */
export function runtimePartsOf(page: PageDocument): RuntimePart[] {
  const blocks = blocksOf(page);
  return runtimeParts.filter(
    (part) =>
      blocks.some(needs[part]) ||
      (part === 'popups' && page.popups.length > 0) ||
      (part === 'sections' && page.sections.length > 0),
  );
}
