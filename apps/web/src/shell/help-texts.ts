interface Help {
  /** The places it is about, as patterns of their addresses below the client's. */
  at: RegExp;
  title: string;
  lines: string[];
}

/** What each screen is for and how to work with it; the first that fits is shown. */
const helps: Help[] = [
  {
    at: /^today/,
    title: 'Today',
    lines: [
      'New leads stand here until somebody calls or writes to them. Those you can still answer in time come first, with the time by which an answer is promised.',
      'Press the number to call, then press Called or No answer. Book finds a free time and sends the confirmation.',
      'On the right are the bookings of the day and messages that did not get through.',
    ],
  },
  {
    at: /^funnels\/new/,
    title: 'New funnel',
    lines: [
      'Choose a template for your aim, or start blank with a form and a thank-you page.',
      'Name the funnel as you would to a colleague. Its pages and its form get that name too.',
    ],
  },
  {
    at: /^funnels\/pages/,
    title: 'All pages',
    lines: ['Every page of this client. Press a column’s name to sort by it, or search.'],
  },
  {
    at: /^funnels\/[^/]+/,
    title: 'The Path of a funnel',
    lines: [
      'Visitors come in on the left and go through the steps to the right. The share above each arrow is how many go on.',
      'Press a page to edit it. Drag steps to change their order.',
      'Publish puts every changed page live. Test run sends a test visitor through the whole funnel and leaves no data behind.',
    ],
  },
  {
    at: /^funnels/,
    title: 'Funnels',
    lines: [
      'A funnel is a set of pages with one aim. The numbers are those of the last 30 days.',
      'Open a funnel to see its path, or make a new one.',
    ],
  },
  {
    at: /^people/,
    title: 'People',
    lines: [
      'Everybody who has written or booked, the newest first. Search by name, email, number or tag.',
      'Press a name for the record: what they sent, what is coming up, and everything that happened.',
    ],
  },
  {
    at: /^bookings\/calendars/,
    title: 'A calendar',
    lines: [
      'A calendar says when people can book, for how long, and where.',
      'Changes wait until you press Apply. Bookings that are made stay as they are.',
    ],
  },
  {
    at: /^bookings/,
    title: 'Bookings',
    lines: [
      'Drag a booking to move it; the person gets a message. With the keyboard, Space picks it up and the arrow keys move it.',
      'Press a booking to say whether they came, to move it by typing a time, or to cancel it.',
    ],
  },
  {
    at: /^follow-up\/rules/,
    title: 'Rules',
    lines: [
      'A rule says what happens with leads that match: tags, who looks after them, which sequence starts, and who is notified.',
      'Before you switch a rule on, it shows which leads of the last 30 days it would have matched.',
    ],
  },
  {
    at: /^follow-up\/post-room/,
    title: 'Post room',
    lines: [
      'In the demo, every email and text arrives here instead of leaving the machine. You can answer as the person would.',
    ],
  },
  {
    at: /^follow-up\/[^/]+/,
    title: 'A sequence',
    lines: [
      'Steps lie on time, from sign-up or counting back from an event. Press a step to change it.',
      'The preview on the right shows what one person would get, and when.',
      'Changes wait until you press Apply, which first says what they mean for the people in the sequence.',
    ],
  },
  {
    at: /^follow-up/,
    title: 'Follow-up',
    lines: [
      'Sequences send messages over time. A rule, a booking or another sequence starts them.',
    ],
  },
  {
    at: /^set-up\/addresses/,
    title: 'Domains',
    lines: [
      'A host of the client’s own, such as book.example.com, needs one record at their DNS host. The screen shows it and checks until it is right.',
    ],
  },
  {
    at: /^set-up\/records/,
    title: 'Staff, services and reviews',
    lines: [
      'Type each person, service and review once. The settings of a team, of cards and of reviews on a page put them in by one press.',
      'Everything saves by itself. Pages keep what they show until you insert it again and publish.',
    ],
  },
  {
    at: /^set-up\/bin/,
    title: 'Bin',
    lines: ['What was deleted stays here for 30 days and comes back whole when you restore it.'],
  },
  {
    at: /^set-up/,
    title: 'Fact sheet',
    lines: [
      'What is known of the client. Pages and messages use it, so type each fact once.',
      'Everything saves by itself.',
    ],
  },
  {
    at: /^held/,
    title: 'Held submissions',
    lines: ['Too many came at once. Let in those that are real; nothing is sent for the others.'],
  },
];

/** The help for an address such as `/quayside-dental/people`. */
export const helpFor = (pathname: string): Help | undefined => {
  const below = pathname.split('/').slice(2).join('/');
  return helps.find(({ at }) => at.test(below));
};

/** Keys that work on every screen. */
export const keysEverywhere: [keys: string, what: string][] = [
  ['Ctrl K or /', 'Go anywhere by its name'],
  ['Tab, then the arrow keys', 'From one place or tab to the next'],
  ['?', 'This help'],
];
