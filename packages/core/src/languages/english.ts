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
    'not-a-phone':
      'This does not look like a phone number. Digits, spaces and a leading + are fine.',
    'not-a-number': 'Please give a number, in digits.',
    'not-a-date': 'Please give a date as year-month-day, such as 2026-11-05.',
    'not-offered': 'Please choose one of the answers offered.',
    'unknown-field':
      'This form has no question called “{field}”. Please send it again from the page itself.',
    'no-slot': 'Please choose a time.',
    unavailable: unsent,
    'slot-taken':
      'That time has just been taken. These are the nearest free ones; everything else you typed is still here.',
  },
  marked: 'Not sent yet. Please look at the marked answers.',
  unsent,
  didYouMean: 'Did you mean {email}?',
  times: {
    choose: 'Choose a time',
    none: 'There is no free time just now. Please call us and we will find one.',
    full: 'Every seat is taken. Call us, and we let you know when one comes free.',
    nearest: 'Nearest free times',
    from: 'from {time}',
    seats: ['{count} seat left', '{count} seats left'],
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
  stars: '{stars} of 5 stars',
  privacy: 'Privacy',
  close: 'Close',
  more: 'More',
  map: 'Map: {address}',
  site: 'Site',
};
