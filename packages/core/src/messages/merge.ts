import { Liquid, type Template } from 'liquidjs';
import { cleanText, done, failed, type Outcome } from '../basics/index.ts';

/** A person by what their client knows of everybody, with the client's own fields. */
export type PersonFields = Record<string, string | Record<string, string>>;

/** What merge fields may name. Values are plain text and are never read as templates themselves. */
export interface MergeContext {
  /** Who reads; the client's own fields of them lie in `fields`. */
  person?: PersonFields;
  client?: Record<string, string>;
  answers?: Record<string, string>;
  page?: Record<string, string>;
  /** Links to the client's pages for the one who reads, by `pageLinkName`. */
  links?: Record<string, string>;
  /** The person's codes, by the names of vouchers. */
  vouchers?: Record<string, string>;
  /** The person's booking: `when`, `where`, `change_link`; empty text where there is none. */
  booking?: Record<string, string>;
  /** What a sequence counts back from: `name`, `when`, `day`, `time`. */
  event?: Record<string, string>;
}

/** What a template may do: name a value, and choose between words. Loops and captures let forty letters become 80 MB. */
const allowedTags = ['if', 'case'];
/** None of these can make text much longer than the template and its values are. */
const allowedFilters = [
  'default',
  'capitalize',
  'upcase',
  'downcase',
  'strip',
  'truncate',
  'date',
  'append',
  'prepend',
  'escape',
];

/** What one template may become, in UTF-16 units: about three times the longest message. */
export const maxMerged = 30_000;

/**
 * Liquid with everything shut that a message does not need: no files, no inherited properties, only the tags and
 * filters above, and bounds on the length, the work and the memory of one template.
 */
const engine = new Liquid({
  templates: {},
  ownPropertyOnly: true,
  strictFilters: true,
  parseLimit: 20_000,
  renderLimit: 500,
  memoryLimit: 200_000,
});
for (const tag of Object.keys(engine.tags)) if (!allowedTags.includes(tag)) delete engine.tags[tag];
for (const filter of Object.keys(engine.filters))
  if (!allowedFilters.includes(filter)) delete engine.filters[filter];

/** `{{ "spring-offer" | page_link }}`: the person's own link to a page by its address; empty where there is no such page. */
engine.registerFilter('page_link', function (slug: unknown) {
  const links = this.context.getSync(['links']) as Record<string, string> | undefined;
  const name = pageLinkName(String(slug));
  return links && Object.hasOwn(links, name) ? links[name] : '';
});

/** The name by which words link to a page: `first_visit` of the address `first-visit`. */
export const pageLinkName = (slug: string): string => slug.replaceAll('-', '_');

/** Whether words may name pages as links of the person's own. */
export const namesPages = (words: string): boolean => {
  const named = namespacesIn(words);
  return named.has('links') || named.has('page_link');
};

/** How much text the merge fields of one page or message may still become; spent by each fill. */
export interface MergeBudget {
  left: number;
}

/** Enough for sixty bands full of merge fields. */
export const pageMergeBudget = (): MergeBudget => ({ left: 300_000 });

/**
 * Fills the merge fields of a template: `Hello {{ person.first_name | default: "there" }}` gives `Hello Ana`, and
 * `Hello there` where the name is empty or unknown. A template that Liquid can't read, or that grows past its limit or
 * the budget, comes back as its sentence. The words are well-formed: a cut through an emoji leaves no half of one.
 */
export function fillMergeFields(
  template: string,
  context: MergeContext,
  budget?: MergeBudget,
): Outcome<string, string> {
  if (!template.includes('{')) return done(template);
  if (budget && budget.left <= 0) return failed(tooLong);
  try {
    const filled = cleanText(engine.renderSync(compiled(template), context) as string);
    if (budget) budget.left -= filled.length;
    return filled.length > maxMerged ? failed(tooLong) : done(filled);
  } catch (error) {
    return failed(sentence(error));
  }
}

const tooLong = 'The merge fields become too much text.';

/** Templates that were read before: one message goes to many people. */
const known = new Map<string, Template[]>();
const mostKnown = 500;

function compiled(template: string): Template[] {
  const before = known.get(template);
  if (before) return before;
  const parsed = engine.parse(template);
  if (known.size >= mostKnown) known.delete(known.keys().next().value!);
  known.set(template, parsed);
  return parsed;
}

/** A template that becomes these words as they are, whatever looks like a merge field in them. */
export const asLiteral = (words: string): string => words.replace(/\{(?=[{%])/g, '{{ "{" }}');

/** As `fillMergeFields`, but a template with a mistake in it shows as it was typed, so that nothing is lost. */
export function fillOrKeep(template: string, context: MergeContext, budget?: MergeBudget): string {
  const filled = fillMergeFields(template, context, budget);
  return filled.ok ? filled.value : template;
}

/**
 * Every field that a template names, wherever it does: in an output, a condition, a filter, as `person.first_name` or
 * `person["first_name"]`. `person.first_name` gives `['person', 'first_name']`; a template that can't be read names none.
 */
export function mergeFieldsIn(template: string): string[][] {
  if (!template.includes('{')) return [];
  try {
    const segments = engine.globalVariableSegmentsSync(compiled(template));
    // A name that is itself looked up, as in `client[person.name]`, is not known beforehand.
    return segments.map((path) => path.filter((name) => !Array.isArray(name)).map(String));
  } catch {
    return [];
  }
}

/** Of what a template names anything: `person`, `booking`. More than it needs, for a word that only looks like a name. */
export function namespacesIn(template: string): ReadonlySet<string> {
  const before = named.get(template);
  if (before) return before;
  const found = new Set(template.match(/[a-z_]+/gi) ?? []);
  if (named.size >= mostKnown) named.delete(named.keys().next().value!);
  named.set(template, found);
  return found;
}
const named = new Map<string, ReadonlySet<string>>();

/** True when the words depend on who reads them. */
export const isPersonal = (template: string): boolean =>
  mergeFieldsIn(template).some(([of]) => personalFields.includes(of!));
const personalFields = ['person', 'answers', 'booking', 'vouchers'];

/** What is wrong with a template's merge fields, or null: for the moment of writing. */
export function mergeProblem(template: string): string | null {
  try {
    compiled(template);
    return null;
  } catch (error) {
    return sentence(error);
  }
}

/** Liquid's own message without the copy of the template that follows it, which may hold personal words. */
function sentence(error: unknown): string {
  const first = (error instanceof Error ? error.message : String(error)).split('\n')[0]!;
  return `A merge field can't be read: ${first}.`;
}
