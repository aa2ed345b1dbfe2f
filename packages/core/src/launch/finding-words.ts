import { withValues } from '../basics/index.ts';
import type { Finding, FixPlace, LaunchRule } from './finding.ts';

/** What is wrong and why it matters, each in a sentence. Names in braces are filled from what the finding is about. */
const words: Record<LaunchRule, [what: string, why: string]> = {
  'empty-page': ['The page is empty.', 'A visitor would see a white screen. Add a band first.'],
  'no-title': [
    'The page has no title.',
    'It shows in the browser tab and in search results. Add one.',
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
  'section-empty': [
    'The section “{name}” has no band.',
    'Its link would show an empty page. Choose the section in a band’s settings, or remove it.',
  ],
  'section-unreached': [
    'Nothing on this page leads to the section “{name}”.',
    'Only people who have its link see it. Let a button show it, if others should.',
  ],
  'link-nowhere': [
    '“{words}” leads to nothing that is live.',
    'Visitors who press it get lost, or don’t see it at all.',
  ],
  'form-without-contact': [
    '“{name}” asks for neither email nor phone.',
    'You could not reply to anyone. Add one of the two.',
  ],
  'form-missing': ['A form here no longer exists.', 'Choose another one, or remove the block.'],
  'foreign-form': [
    '“{name}” belongs to another client.',
    'Its leads would go to them. Choose one of this client’s.',
  ],
  'form-notifies-nobody': [
    'Nobody is notified when “{name}” comes in.',
    'A lead that waits goes elsewhere. Choose who gets an email.',
  ],
  'no-consent': [
    '“{name}” has no consent line and no privacy link near it.',
    'People want to know what happens with what they type, and the law often asks for it.',
  ],
  'no-thank-you': [
    'There is no thank-you page after the form.',
    'The thank-you shows on the same page, so no step counts the conversion. Add a step, or confirm this in the form.',
  ],
  'question-never-shown': [
    'The question “{question}” of the form “{name}” is never shown: {reason}.',
    'Nobody can answer it. Change when it is shown, or remove it.',
  ],
  'promised-questions': [
    'The words above the form promise a number of questions: {said}. It asks {asked}.',
    'Visitors count. Change the words or the questions.',
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
    '“{part}” has a picture without a description.',
    'People who can’t see it get nothing. Say in a few words what it shows.',
  ],
  'low-contrast': [
    'Contrast of {what} is {ratio} to 1; WCAG asks for {wanted}.',
    'In sunlight or with weaker eyes it can’t be read.',
  ],
  'reading-jumps': [
    'On “{part}” the order on a phone is far from the one on a wide screen.',
    'Keyboards and screen readers follow the phone’s order everywhere, so on a wide screen they jump about. Bring the two closer.',
  ],
  'words-over-picture': [
    'The words on “{part}” are over a picture that shows through.',
    'Add more color over it, so they can be read on any picture.',
  ],
  'unknown-field': [
    'The merge field {field} is not known here.',
    'Visitors would see nothing in its place. Choose one from the list.',
  ],
  'unreadable-field': [
    'A merge field in “{words}” can’t be read.',
    'Visitors would see it exactly as typed.',
  ],
  'empty-field': [
    'The page uses {field}, which is empty on the fact sheet.',
    'Visitors see a gap. Fill it in once on the fact sheet and it appears everywhere.',
  ],
  'date-past': ['{date} is over.', 'A past date makes the page look neglected.'],
  'countdown-over': [
    'The countdown is over.',
    'Visitors would already be too late. Set another time.',
  ],
  'countdown-unset': [
    'The countdown has no end time.',
    'Set a day and a time, or choose the event in the page’s settings.',
  ],
  'home-unset': [
    'A block shows a home for sale, and the page names none.',
    'Choose the listing in the page’s settings.',
  ],
  'address-taken': ['“{by}” has this address already.', 'Choose another address.'],
  'heading-order': [
    'The headings are out of order: {fault}.',
    'Search engines and screen readers find their way by them.',
  ],
  'two-offers': [
    'Two offers compete on this page.',
    'One page, one offer, one action: more choices mean fewer answers.',
  ],
  'stray-navigation': [
    'There is navigation on a landing page.',
    'It leads visitors away. Remove it, or make this a site page.',
  ],
  'number-not-tappable': [
    'A phone number here can only be read.',
    'Most visitors hold the phone they would call with. Use a call button, or link the number.',
  ],
  'hidden-band': ['“{part}” is never shown.', 'It is empty, or nothing opens it.'],
  'below-the-fold': [
    'The first button, form or phone number is {pixels} px down on a phone.',
    'It should be visible without scrolling: move the form, a button or the number up.',
  ],
  'small-words': [
    '“{part}” has words under 14 px on a phone.',
    'Many can’t read them at arm’s length. Make them larger.',
  ],
  'small-target': [
    '“{part}” has a tap target under 24 px on a phone.',
    'Thumbs miss it (WCAG 2.2). Make it larger, or add space around it.',
  ],
  'too-heavy': [
    'The page weighs about {kilobytes} KB, with {pictures} pictures.',
    'On a phone connection visitors leave before it loads. Remove some pictures.',
  ],
  'areas-not-named': [
    'No town is named on the page.',
    'People who click an ad for {areas} look for that name. Add the areas served.',
  ],
  'not-set-up': [
    '“{part}” shows nothing yet: it needs {lack}.',
    'Until then visitors don’t see it.',
  ],
  'example-picture': [
    '“{part}” shows an example picture.',
    'Visitors don’t see it. Choose a picture of the client’s own.',
  ],
  'nothing-counts': [
    'Ads are paid for, and nothing counts this page for them.',
    'The ad platform can’t tell which ads lead to it. Add its code under Results, Tags.',
  ],
  'own-words-english': [
    'The page is in {language}, which Plum Gate does not translate.',
    'Labels beside fields, times and opening hours are in English. Available: {spoken}.',
  ],
  'suggested-words': [
    '“{words}” is only suggested by the template.',
    'Write what is true of this client, or keep the words as they are.',
  ],
  'other-clients-contact': [
    'The {trace} of {client} is used here.',
    'It came along with a copy. Put this client’s own here, by a merge field if you can.',
  ],
  'other-clients-name': [
    '{client} is named here.',
    'If it came along with a copy, put this client’s name, by a merge field if you can.',
  ],
  'other-client-in-messages': [
    '{client} is named in “{name}”.',
    'People would read another client’s name, number or address. Change it there.',
  ],
  'first-words': [
    '“{part}” still has its placeholder words.',
    'They tell you what to write; to a visitor they say nothing.',
  ],
};

const fixes: Record<FixPlace['at'], string> = {
  part: 'Show it',
  page: 'Page settings',
  facts: 'Fact sheet',
  brand: 'Brand',
  calendars: 'Bookings',
  path: 'Path',
  tags: 'Tags',
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
