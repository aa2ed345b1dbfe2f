import type { FormId } from '@plumgate/core/basics';
import { partsOf, type FormDefinition } from '@plumgate/core/forms';
import { blocksOf, formIdOf, type Block, type PageDocument } from '@plumgate/core/page';

/** The parts of the visitor's script, each a file in `runtime/`, in the order they run. */
export const runtimeParts = [
  'forms',
  'guide',
  'files',
  'emails',
  'days',
  'staff',
  'countdown',
  'hours',
  'video',
  'compare',
  'chat',
  'enlarge',
  'sections',
  'popups',
  'events',
  'seen',
  'approval',
  'consent',
  'print',
] as const;
export type RuntimePart = (typeof runtimeParts)[number];

type Forms = Record<FormId, FormDefinition>;

const needs: Record<RuntimePart, (block: Block, forms: Forms) => boolean> = {
  forms: (block) => formIdOf(block) !== null,
  files: (block, forms) => {
    const form = forms[formIdOf(block) ?? ('' as FormId)];
    return form !== undefined && takesFiles(form);
  },
  guide: (block, forms) => {
    const form = forms[formIdOf(block) ?? ('' as FormId)];
    return form !== undefined && isGuided(form);
  },
  emails: (block) => formIdOf(block) !== null,
  days: (block) => block.kind === 'booking',
  staff: (block) => block.kind === 'booking',
  countdown: (block) => block.kind === 'countdown',
  hours: (block) => block.kind === 'hours' && block.saysNow,
  video: (block) => block.kind === 'video',
  chat: (block) => block.kind === 'chat',
  compare: (block) => block.kind === 'before-after',
  enlarge: (block) => block.kind === 'picture' && block.action?.kind === 'enlarge',
  // Of the page as a whole, as popups are.
  sections: () => false,
  popups: () => false,
  events: (block) => formIdOf(block) !== null || block.kind === 'button',
  // Of every page that is counted.
  seen: () => false,
  // Of approval pages alone.
  approval: () => false,
  // Of pages that ask whether to count.
  consent: () => false,
  // Of reports alone.
  print: () => false,
};

/** A form that people send files with. */
export const takesFiles = (form: FormDefinition): boolean =>
  form.questions.some(({ kind }) => kind === 'file');

/** A form that comes in several parts, or in which answers decide what else is asked. */
export const isGuided = (form: FormDefinition): boolean =>
  partsOf(form).length > 1 || form.questions.some(({ showIf }) => showIf !== null);

/** The parts that a page uses with its forms, and no others. */
export function runtimePartsOf(page: PageDocument, forms: Forms): RuntimePart[] {
  const blocks = blocksOf(page);
  return runtimeParts.filter(
    (part) =>
      blocks.some((block) => needs[part](block, forms)) ||
      (part === 'popups' && page.popups.length > 0) ||
      (part === 'sections' && page.sections.length > 0),
  );
}
