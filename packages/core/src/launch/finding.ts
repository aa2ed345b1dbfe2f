import { z } from 'zod';

/** `stops` keeps a page from being published; `look` is worth a look and does not. */
export const Severity = z.enum(['stops', 'look']);
export type Severity = z.infer<typeof Severity>;

/** Where a fix is made: a part of the page, or somewhere beside it. */
export const FixPlace = z.discriminatedUnion('at', [
  z.object({ at: z.literal('part'), part: z.string() }),
  z.object({ at: z.enum(['page', 'facts', 'brand', 'calendars', 'path', 'tags']) }),
]);
export type FixPlace = z.infer<typeof FixPlace>;

/** Every rule with how grave it is. Its sentences are in `finding-words.ts`. */
export const launchRules = {
  'empty-page': 'stops',
  'no-title': 'stops',
  'no-description': 'look',
  'no-way-onward': 'stops',
  'button-nowhere': 'stops',
  'section-empty': 'stops',
  'section-unreached': 'look',
  'link-nowhere': 'look',
  'form-without-contact': 'stops',
  'form-missing': 'stops',
  'foreign-form': 'stops',
  'form-notifies-nobody': 'look',
  'question-never-shown': 'look',
  'promised-questions': 'look',
  'no-consent': 'look',
  'no-thank-you': 'look',
  'no-calendar': 'stops',
  'calendar-shut': 'look',
  'no-alternative': 'look',
  'low-contrast': 'look',
  'reading-jumps': 'look',
  'words-over-picture': 'look',
  'unknown-field': 'stops',
  'unreadable-field': 'stops',
  'empty-field': 'look',
  'date-past': 'look',
  'countdown-over': 'stops',
  'countdown-unset': 'stops',
  'home-unset': 'stops',
  'address-taken': 'stops',
  'heading-order': 'look',
  'two-offers': 'look',
  'stray-navigation': 'stops',
  'number-not-tappable': 'look',
  'hidden-band': 'look',
  'below-the-fold': 'look',
  'small-words': 'look',
  'small-target': 'look',
  'too-heavy': 'look',
  'areas-not-named': 'look',
  'not-set-up': 'look',
  'example-picture': 'look',
  'first-words': 'stops',
  'suggested-words': 'stops',
  'own-words-english': 'look',
  'other-clients-contact': 'stops',
  'other-clients-name': 'look',
  'other-client-in-messages': 'look',
  'nothing-counts': 'look',
} as const satisfies Record<string, Severity>;
export type LaunchRule = keyof typeof launchRules;

/** One thing that a rule found: which, where, and what its sentence needs to name; never anything of a person. */
export const Finding = z.object({
  rule: z.enum(Object.keys(launchRules) as [LaunchRule, ...LaunchRule[]]),
  severity: Severity,
  place: FixPlace,
  about: z.record(z.string(), z.string()),
});
export type Finding = z.infer<typeof Finding>;

export const found = (
  rule: LaunchRule,
  place: FixPlace | string,
  about: Record<string, string> = {},
): Finding => ({
  rule,
  severity: launchRules[rule],
  place: typeof place === 'string' ? { at: 'part', part: place } : place,
  about,
});
