import type { FormId } from '../basics/index.ts';
import {
  plainEnding,
  newQuestion,
  type FormDefinition,
  type Question,
  type QuestionKind,
} from '../forms/index.ts';
import { suggestionsIn, withoutMarks } from './suggestions.ts';
import {
  emptyPage,
  newBand,
  brandLook,
  newBlock,
  turnBlocks,
  type Band,
  type Block,
  type BlockKindName,
  type BlockOf,
  type Draft,
  type Look,
  type PageDocument,
} from '../page/index.ts';

/** Gives new ids while a template is taken: short ones for parts, UUIDs for forms. */
export interface Make {
  part: () => string;
  form: () => FormId;
}

/** A block of a kind with settings of its own. */
export type MakeBlock = (make: Make) => Block;
export const block =
  <Kind extends BlockKindName>(kind: Kind, settings: Partial<BlockOf<Kind>> = {}): MakeBlock =>
  (make) =>
    newBlock(kind, make.part(), settings) as Block;

export type MakeBand = (make: Make) => Band;
type Settings = Partial<Omit<Band, 'id' | 'columns'>>;
type MakeColumn = { share: number; blocks: MakeBlock[] };

export const column = (share: number, ...blocks: MakeBlock[]): MakeColumn => ({ share, blocks });

/** A band of a name and its columns; the words in it that are only suggested are known as such. */
export const band =
  (name: string, settings: Settings, ...columns: MakeColumn[]): MakeBand =>
  (make) => {
    const made = newBand(
      make.part(),
      columns.map(({ share, blocks }) => ({
        id: make.part(),
        share,
        blocks: blocks.map((one) => one(make)),
      })),
      { name, ...settings },
    );
    return { ...withoutMarks(made), suggested: suggestionsIn(made) };
  };

/** A question of a template's form, by kind, key and label. */
export type Asked = [kind: QuestionKind, key: string, label: string, more?: Partial<Question>];

export interface TemplateForm {
  name: string;
  questions: Asked[];
  button: string;
  consent: string;
  after: FormDefinition['after'];
}

function makeForm(form: TemplateForm, make: Make): FormDefinition {
  return {
    version: 5,
    name: form.name,
    questions: form.questions.map(([kind, key, label, more]) =>
      newQuestion(kind, make.part(), { key, label, required: true, ...more }),
    ),
    beforeButton: [],
    button: form.button,
    consent: form.consent,
    after: form.after,
    afterByAnswer: [],
    ...plainEnding,
  };
}

export interface TemplatePage {
  name: string;
  title: string;
  description: string;
  kind?: PageDocument['kind'];
  /** Not to be found by itself: a step that only the one before leads to. */
  hidden?: true;
  form?: TemplateForm;
  /** The bands; blocks that ask get the page's form, buttons that scroll lead to the band that holds it. */
  bands: MakeBand[];
}

/** A page of a template as a draft of its own: nothing in it is bound to anybody. */
export function makePage(page: TemplatePage, make: Make): Draft {
  const formId = make.form();
  const bands = page.bands.map((one) => one(make)).map(evenSurface);
  const asks = (one: Block) => one.kind === 'form' || one.kind === 'booking';
  const target = bands.find((one) => one.columns.some(({ blocks }) => blocks.some(asks)));
  const bound = turnBlocks(bands, (inner) => {
    if (inner.kind === 'form' || inner.kind === 'booking') return { ...inner, formId };
    if (inner.kind === 'button' && inner.action.kind === 'scroll' && target)
      return { ...inner, action: { kind: 'scroll', band: target.id } };
    if (inner.kind === 'call-bar' && target) return { ...inner, besideBand: target.id };
    return inner;
  });
  const document = {
    ...emptyPage(page.title),
    kind: page.kind ?? 'landing',
    hidden: page.hidden ?? false,
    description: page.description,
    bands: bound,
  };
  const forms: Draft['forms'] = page.form && target ? { [formId]: makeForm(page.form, make) } : {};
  return { page: document, forms };
}

/** Two tinted bands in a row would look like one: the second lies on the page itself. */
const evenSurface = (one: Band, index: number, all: Band[]): Band => {
  let tints = 0;
  for (let at = index; at >= 0 && all[at]!.surface === 'tint'; at--) tints++;
  return tints > 0 && tints % 2 === 0 ? { ...one, surface: 'paper' } : one;
};

/** Where a template's words stand. */
export type Align = 'start' | 'center';
export const aligned = (align: Align): Look => (align === 'start' ? brandLook : { align });

/** A button that scrolls to where the page asks; `makePage` finds the band. */
export const toForm = (label: string, align: Align = 'start'): MakeBlock =>
  block('button', { label, look: aligned(align), action: { kind: 'scroll', band: 'form' } });
