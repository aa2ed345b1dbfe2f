import { withValues } from '../basics/index.ts';
import type { Finding, FixPlace, LaunchRule } from './finding.ts';

/** What is wrong and why it matters, each in a sentence. Names in braces are filled from what the finding is about. */
const words: Record<LaunchRule, [what: string, why: string]> = {
  'empty-page': ['The page is empty.', 'A visitor would see a white screen. Add a band first.'],
  'no-title': [
    'The page has no title.',
    'It stands in the browser’s tab and in search results. Give it one.',
  ],
  'no-description': [
    'The page has no description.',
    'Search engines and shared links then show whatever words come first.',
  ],
  'no-way-onward': [
    'Nothing leads on from this page.',
    'A visitor ends here. Let a form or a button lead to the next step.',
  ],
  'button-nowhere': [
    'The button “{words}” leads nowhere: it needs {lack}.',
    'Visitors are not shown a button with nothing behind it.',
  ],
  'link-nowhere': [
    '“{words}” leads to nothing that is live.',
    'Whoever presses it is lost, or does not see it at all.',
  ],
  'form-without-contact': [
    '“{name}” asks for neither email nor phone.',
    'Nobody could be answered. Add one of the two.',
  ],
  'form-missing': ['A form here no longer exists.', 'Choose another one, or remove the block.'],
  'foreign-form': [
    '“{name}” belongs to another client.',
    'Its leads would go to them. Choose one of this client’s.',
  ],
  'form-tells-nobody': [
    'Nobody is told when “{name}” arrives.',
    'A lead that waits goes elsewhere. Say who gets an email.',
  ],
  'no-consent': [
    '“{name}” has no consent line and no privacy link near it.',
    'People want to know what happens with what they type, and the law often asks for it.',
  ],
  'no-thank-you': [
    'After the form comes no thank-you page.',
    'It is thanked for in place, and no step counts the conversion. Add a step, or say so in the form.',
  ],
  'no-calendar': [
    'The booking has no calendar.',
    'It would show no times. Choose one in its settings.',
  ],
  'calendar-shut': [
    'The calendar of the booking has no opening hours.',
    'It offers no time at all until it has some.',
  ],
  'no-alternative': [
    '“{part}” has a picture without words for it.',
    'Whoever can’t see it hears nothing. Say in a few words what it shows.',
  ],
  'low-contrast': [
    '{what} reach a contrast of {ratio} to 1, of the {wanted} that WCAG asks for.',
    'In sunlight or with weaker eyes it can’t be read.',
  ],
  'words-over-picture': [
    'The words on “{part}” lie on a picture that shows through.',
    'Let more of the colour over it, so that they can be read on every picture.',
  ],
  'unknown-field': [
    'The merge field {field} is not known here.',
    'Visitors would see nothing in its place. Choose one from the list.',
  ],
  'unreadable-field': [
    'A merge field in “{words}” can’t be read.',
    'Visitors would see it just as it is typed.',
  ],
  'empty-field': [
    'The page names {field}, and the fact sheet has nothing there.',
    'Visitors see a gap. Fill it in once, and it stands everywhere.',
  ],
  'date-past': ['{date} is over.', 'A past date says that nobody looks after the page.'],
  'countdown-over': [
    'The countdown is over.',
    'Visitors would come too late from the first day on. Give it another moment.',
  ],
  'countdown-unset': ['The countdown has no moment to count to.', 'Give it a day and a time.'],
  'address-taken': ['“{by}” has this address already.', 'Choose another ending.'],
  'heading-order': [
    'The headings are out of order: {fault}.',
    'Search engines and screen readers find their way by them.',
  ],
  'two-offers': [
    'Two offers compete on this page.',
    'One page, one offer, one action: more choices mean fewer answers.',
  ],
  'stray-navigation': [
    'Navigation stands on a landing page.',
    'It leads visitors away. Remove it, or make this a site page.',
  ],
  'number-not-tappable': [
    'A phone number here can only be read.',
    'Most visitors hold the phone they would call with. Use a call button, or link the number.',
  ],
  'hidden-band': ['“{part}” is shown to nobody.', 'It is empty, or nothing opens it.'],
  'below-the-fold': [
    'The first thing to press is {pixels} px down on a phone.',
    'It should be seen without scrolling: move the form, a button or the number up.',
  ],
  'small-words': [
    '“{part}” has words under 14 px on a phone.',
    'Many can’t read them at arm’s length. Make them larger.',
  ],
  'small-target': [
    '“{part}” has something to press under 24 px on a phone.',
    'A thumb misses it, as WCAG 2.2 says. Make it larger, or give it room.',
  ],
  'too-heavy': [
    'The page weighs about {kilobytes} KB, with {pictures} pictures.',
    'On a phone’s connection visitors leave before it is there. Take some out.',
  ],
  'areas-not-named': [
    'No town is named on the page.',
    'Whoever comes by an ad for {areas} looks for that name. Add the areas served.',
  ],
  'not-set-up': ['“{part}” shows nothing yet: it needs {lack}.', 'Visitors are shown a gap.'],
  'own-words-english': [
    'The page is in {language}, which the program does not speak.',
    'What it says beside fields, times and opening hours is English. It speaks {spoken}.',
  ],
  'first-words': [
    '“{part}” still has the words it began with.',
    'They tell you what to write, and a visitor nothing.',
  ],
};

const fixes: Record<FixPlace['at'], string> = {
  part: 'Show it',
  page: 'Page settings',
  facts: 'Fact sheet',
  brand: 'Brand',
  calendars: 'Diary',
  path: 'Path',
};

/** A finding in words: what, why, and what the way to the fix is called. */
export function findingWords({ rule, place, about }: Finding): {
  what: string;
  why: string;
  fix: string;
} {
  const [what, why] = words[rule];
  return { what: withValues(what, about), why: withValues(why, about), fix: fixes[place.at] };
}
