import { englishHome } from '../listings/index.ts';
import type { VisitorWords } from './visitor-words.ts';

const unsent = 'This could not be sent just now. Your answers are still here; please try again.';

export const english: VisitorWords = {
  optional: '(optional)',
  choose: 'Please choose',
  problems: {
    missing: 'Please fill in “{label}”.',
    'too-long': 'This is {length} characters long; please keep it to {most}.',
    'not-an-email':
      'This does not look like an email address. It should read like name@example.com.',
    'not-a-phone': 'This does not look like a phone number. It should read like {example}.',
    'not-a-number': 'Please give a number, in digits.',
    'not-a-date': 'Please give a date, such as {example}.',
    'not-a-time': 'Please give a time, such as 14:30.',
    'not-a-website': 'This does not look like a web address. It should read like example.com.',
    'too-short': 'This is {length} characters long; please write at least {least}.',
    'too-low': 'Please give a number of at least {least}.',
    'too-high': 'Please give a number of at most {most}.',
    'too-few': 'Please choose at least {least}.',
    'too-many': 'Please choose at most {most}.',
    'not-letters': 'Please use letters only.',
    'not-digits': 'Please use digits only.',
    'not-year': 'Please give a year, such as 1998.',
    'not-us-zip': 'Please give a ZIP code of five digits, such as 04401.',
    'not-ca-postal-code': 'Please give a postal code, such as E1C 4Z6.',
    'not-offered': 'Please choose one of the answers offered.',
    'not-this-type': 'Files of this type can’t be sent here.',
    'empty-file': 'This file is empty.',
    'file-too-large': 'Please send files of at most {most} MB.',
    'unknown-field':
      'This form has no question called “{field}”. Please send it again from the page itself.',
    'no-slot': 'Please choose a time.',
    unavailable: unsent,
    'too-many-bookings':
      'You have a booking here already. To change it, use the link in your confirmation.',
    'slot-taken':
      'That time has just been taken. These are the nearest free ones; everything else you typed is still here.',
  },
  marked: 'Not sent yet. Please look at the marked answers.',
  unsent,
  files: { remove: 'Remove' },
  parts: { at: 'Part {part} of {parts}', next: 'Next', back: 'Back' },
  filled: { for: 'Filled in for {name}.', notYou: 'Not you?' },
  copy: {
    subject: 'Your answers to {{ client.name }}',
    body: `Hello {{ person.first_name | default: "there" }},

this is a copy of what you sent to {{ client.name }}:

{{ answers.all }}

{{ client.name }}
{{ client.phone }}`,
  },
  confirm: {
    subject: 'Please confirm your email address',
    body: `Hello {{ person.first_name | default: "there" }},

please confirm that this address is yours:
{{ page.confirm_link }}

If you did not ask {{ client.name }} for anything, ignore this email. You will not get another one.

{{ client.name }}
{{ client.phone }}`,
    press: 'Confirm my address',
    done: 'Thank you. Your email address is confirmed.',
    gone: 'This link no longer works. Please send the form again.',
  },
  didYouMean: 'Did you mean {email}?',
  times: {
    choose: 'Choose a time',
    none: 'There is no free time just now. Please call us and we will find one.',
    full: 'Every seat is taken. Call us, and we let you know when one comes free.',
    nearest: 'Nearest free times',
    from: 'from {time}',
    seats: ['{count} seat left', '{count} seats left'],
    wait: 'Join the waiting list',
    waitHelp: 'Every seat is taken. When one comes free and it is your turn, we hold it for you.',
    place: 'Where',
    staff: 'With',
    anybody: 'Anybody',
    later: 'Later days',
  },
  when: '{day} at {time}',
  left: ['days', 'hours', 'minutes', 'seconds'],
  hours: {
    span: '{from} to {to}',
    midnight: 'midnight',
    closed: 'Closed',
    open: 'Open now',
    openUntil: 'Open now, until {time}',
    openUntilOn: 'Open now, until {time} on {day}',
    opensAt: 'Closed now, opens at {time}',
    opensOn: 'Closed now, opens {day} at {time}',
    closedToday: 'Closed today',
  },
  booking: { who: 'For {who}', file: 'Put it in your calendar', change: 'Move or cancel' },
  chat: {
    name: 'Your name',
    email: 'Email',
    emailHelp: 'For our answer, if you have left by then.',
    message: 'Your question',
    send: 'Send',
    you: 'You',
    arrived: 'Thank you, we have it. We answer here, or by email if you have left by then.',
    tooFast: 'That was a lot at once. Please wait a few minutes and send it again.',
    answerSubject: 'Our answer to your question',
    answerBegin: 'Hello {{ person.first_name | default: "there" }},',
  },
  stars: '{stars} of 5 stars',
  privacy: 'Privacy',
  nothingSent: 'Nothing was sent just now.',
  toTheForm: 'Go to the form',
  consent: {
    ask: 'May we use cookies to see which of our ads and pages work?',
    yes: 'Yes, that’s fine',
    no: 'No, thanks',
    policy: 'Privacy',
    change: 'Cookies: change your choice',
  },
  close: 'Close',
  more: 'More',
  map: 'Map: {address}',
  site: 'Site',
  home: englishHome,
};
