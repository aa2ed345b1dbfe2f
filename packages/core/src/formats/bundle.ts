import { z } from 'zod';
import {
  cleanData,
  done,
  failed,
  FormId,
  isDeeperThan,
  maxJsonDepth,
  PageId,
  type Outcome,
} from '../basics/index.ts';
import { FormDefinition, readForm } from '../forms/index.ts';
import { bindingsOf, Draft, PageDocument, readPageDocument } from '../page/index.ts';

/** The newest version of the bundle that this program writes. */
export const bundleVersion = 1;
/** The bundle's one JSON file, beside the pictures and files that it names. */
export const bundleFile = 'plumgate.json';

const Kept = z.strictObject({
  id: z.uuid(),
  name: z.string().max(120),
  /** Where it is in the zip, such as `pictures/<id>`. */
  file: z.string().regex(/^(?:pictures|files)\/[0-9a-f-]{36}$/),
});

/** A page, a funnel or a template on its way between installations: everything it is made of, in the open. */
export const Bundle = z.strictObject({
  format: z.literal('plumgate'),
  version: z.literal(bundleVersion),
  kind: z.enum(['page', 'funnel', 'template']),
  name: z.string().trim().min(1).max(80),
  pages: z
    .array(
      z.strictObject({
        id: PageId,
        name: z.string().trim().min(1).max(80),
        slug: z.string().max(60),
        /** The page that it leads to, where that is not the one after it. */
        leadsTo: PageId.nullable(),
        document: PageDocument,
      }),
    )
    .min(1)
    .max(20),
  forms: z.record(FormId, FormDefinition),
  pictures: z.array(Kept).max(200),
  files: z.array(Kept).max(40),
});
export type Bundle = z.infer<typeof Bundle>;

/** What can't be read and where: a path such as `pages.0.document.bands.2`, and a sentence. */
export interface BundleProblem {
  at: string;
  message: string;
}

/**
 * Reads a bundle's JSON, of any version of the page document that there ever was. Everything that is wrong comes back at
 * once, with its place; nothing is left out to make the rest fit. `there` tells whether the zip has a file.
 */
export function readBundle(
  text: string,
  there: (file: string) => boolean,
): Outcome<Bundle, BundleProblem[]> {
  const parsed = parse(text);
  if (!parsed.ok) return parsed;
  const problems: BundleProblem[] = [];
  const raw = parsed.value as { pages?: { document?: unknown }[]; forms?: object };
  const pages = (Array.isArray(raw.pages) ? raw.pages : []).map((page, index) => {
    const read = readPageDocument(page?.document);
    if (read.ok) return { ...page, document: read.value };
    problems.push({ at: `pages.${index}.document`, message: read.problem });
    return page;
  });
  const forms = Object.entries(raw.forms ?? {}).map(([id, form]) => {
    const read = readForm(form);
    if (!read.ok) problems.push({ at: `forms.${id}`, message: read.problem });
    return [id, read.ok ? read.value : form];
  });
  if (problems.length > 0) return failed(problems);
  const read = Bundle.safeParse({ ...raw, pages, forms: Object.fromEntries(forms) as unknown });
  if (!read.success)
    return failed(read.error.issues.map(({ path, message }) => ({ at: path.join('.'), message })));
  const bundle = read.data;
  const lacking = lacks(bundle, there);
  return lacking.length > 0 ? failed(lacking) : done(bundle);
}

function parse(text: string): Outcome<object, BundleProblem[]> {
  const broken = (message: string) => failed([{ at: bundleFile, message }]);
  try {
    if (isDeeperThan(text, maxJsonDepth)) return broken('It is nested too deeply.');
    const value: unknown = cleanData(JSON.parse(text));
    if (typeof value !== 'object' || value === null) return broken('This is no bundle.');
    const { format, version } = value as { format?: unknown; version?: unknown };
    if (format !== 'plumgate') return broken('This file is not an export of this program.');
    if (version !== bundleVersion)
      return broken(
        `This bundle has version ${String(version)}; this program reads ${bundleVersion}.`,
      );
    return done(value);
  } catch {
    return broken('This is not readable JSON.');
  }
}

/** Whatever the pages are bound to has to have come along. */
function lacks(bundle: Bundle, there: (file: string) => boolean): BundleProblem[] {
  const problems: BundleProblem[] = [];
  for (const list of ['pictures', 'files'] as const)
    for (const [index, { file, name }] of bundle[list].entries())
      if (!there(file))
        problems.push({
          at: `${list}.${index}`,
          message: `“${name}” is not in the zip: there should be ${file}.`,
        });
  for (const [index, { document }] of bundle.pages.entries()) {
    const forms = Object.fromEntries(
      bindingsOf(document).forms.map((id) => [id, bundle.forms[id]]),
    );
    const bound = bindingsOf([document, ...Object.values(forms)]);
    const draft = Draft.safeParse({ page: document, forms });
    if (!draft.success)
      problems.push({
        at: `pages.${index}.document`,
        message: draft.error.issues[0]!.message,
      });
    for (const list of ['pictures', 'files'] as const)
      for (const id of bound[list])
        if (!bundle[list].some((one) => one.id === id))
          problems.push({
            at: `pages.${index}.document`,
            message: `It shows ${list === 'pictures' ? 'a picture' : 'a file'} that did not come along (${id}).`,
          });
  }
  return problems;
}

/** The bundle's form as JSON Schema 2020-12, for `docs/format/`. */
export const bundleJsonSchema = (): object =>
  z.toJSONSchema(Bundle, { unrepresentable: 'any', io: 'input', reused: 'ref' });
