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
      'New leads stay here until someone calls or writes to them. Leads you can still answer on time come first, each with its deadline.',
      'Click the number to call, then choose Called or No answer. Book finds a free time and sends the confirmation.',
      'Today’s bookings and messages that did not get through are on the right.',
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
    lines: ['Every page of this client. Click a column’s name to sort by it, or search.'],
  },
  {
    at: /^funnels\/[^/]+/,
    title: 'The Path of a funnel',
    lines: [
      'Visitors enter on the left and move through the steps to the right. The share above each arrow is how many go on.',
      'Click a page to edit it. Drag steps to reorder them.',
      'Publish makes every changed page live. Test run sends a test visitor through the whole funnel and leaves no data behind.',
    ],
  },
  {
    at: /^funnels/,
    title: 'Funnels',
    lines: [
      'A funnel is a set of pages with one aim. The numbers cover the last 30 days.',
      'Open a funnel to see its path, or create a new one.',
    ],
  },
  {
    at: /^people/,
    title: 'People',
    lines: [
      'Everyone who has written or booked, newest first. Search by name, email, number or tag.',
      'Click a name to open the record: what they sent, what is coming up and everything that happened.',
    ],
  },
  {
    at: /^bookings\/calendars/,
    title: 'A calendar',
    lines: [
      'A calendar says when people can book, for how long, and where.',
      'Changes wait until you click Apply. Existing bookings stay as they are.',
    ],
  },
  {
    at: /^bookings/,
    title: 'Bookings',
    lines: [
      'Drag a booking to move it; the person gets a message. With the keyboard, Space picks it up and the arrow keys move it.',
      'Click a booking to mark whether they came, move it to another time, or cancel it.',
    ],
  },
  {
    at: /^results\/conversions/,
    title: 'Conversions',
    lines: [
      'A conversion is counted on the server from what happened: nothing on the page has to run for it, and it counts what happened before it was named.',
      'The window says how long before an outcome a visit may lie that gets the credit. Counted once a person, the same person counts again when the window is over.',
      'The file of ad clicks has the columns that ad platforms import: click id, name, time, value and currency.',
    ],
  },
  {
    at: /^results\/evidence/,
    title: 'Evidence',
    lines: [
      'One sheet to print for a client who wants to change a page that works: what it brings, how sure that is, and what was tested on it.',
      'Other clients of the trade are shown together and without names, and only where there are two of them at least.',
    ],
  },
  {
    at: /^results\/spend/,
    title: 'Ad spend',
    lines: [
      'Write down what ads cost by day and source, or import the report of the ad platform. A row replaces that of the same day, source and campaign, so a report can be imported again.',
      'Use the names of sources that Results uses: cost and leads then stand in one row.',
      'Where the month ends is reckoned from the days that were written down, not from today.',
    ],
  },
  {
    at: /^results\/funnel/,
    title: 'Funnel',
    lines: [
      'A way on is measured against its own time before; where too few came then, against other clients of the trade, and else against a rule of thumb.',
      'The biggest drop-off is named only where chance can hardly explain it, and only where there are two ways on at least.',
      'Below a form you see at which question people were last who began it and did not send it.',
    ],
  },
  {
    at: /^results\/reports/,
    title: 'Reports',
    lines: [
      'Lay a report out once; then make it for any month. It keeps the numbers of the moment in which it was made.',
      'Anyone with the link can open it for three months, without an account. Leads are named by first name and initial.',
      'To save it as a PDF, open it and print. Sent by itself, it goes out at 8 in the morning of the client’s zone.',
    ],
  },
  {
    at: /^results\/tags/,
    title: 'Tags',
    lines: [
      'A tag is live at once on all pages that it is for; nothing has to be published. What always runs comes first, in this order; what counts a lead comes below it.',
      'Put the base code on every page of a funnel, the thank-you page too. What counts a lead runs once for each form that was sent, never on a reload.',
      'The check looks at the pages as they are sent. The tag receiver shows what really arrives.',
    ],
  },
  {
    at: /^results\/tests/,
    title: 'Split tests',
    lines: [
      'A test shows the page as it is to some visitors and its draft to others. Each visitor always sees the same one. Bots and your own visits are left out.',
      'Look as often as you like: the numbers are made for that. “Too early” means that the difference may still be chance.',
      'At least 50 visitors for each variation and a full week before you decide (rule of thumb). Fewer visitors make differences look larger than they are.',
      'While a test runs, the page can’t be published. End the test and keep the variation you want.',
    ],
  },
  {
    at: /^results/,
    title: 'Results',
    lines: [
      'A visitor counts once, on the day they first saw the page; a lead counts when they send their first form. Your own visits are left out.',
      'The dot is the rate; the line beside it shows where the true rate likely lies. Below 50 visitors it is too early to say.',
      'Click a number of leads to see the people.',
    ],
  },
  {
    at: /^follow-up\/rules/,
    title: 'Rules',
    lines: [
      'A rule decides what happens to leads that match: their tags, who they are assigned to, which sequence starts and who is notified.',
      'Before you turn a rule on, it shows which leads of the last 30 days it would have matched.',
    ],
  },
  {
    at: /^messages\/post-room/,
    title: 'Post room',
    lines: [
      'In the demo, every email and text arrives here instead of leaving the machine. You can answer as the person would.',
    ],
  },
  {
    at: /^messages\/sent/,
    title: 'Sent',
    lines: [
      'Every email and text that was sent, waits to be sent or was left out, with the reason. Click one to see it as it was sent.',
    ],
  },
  {
    at: /^messages/,
    title: 'Inbox',
    lines: [
      'What people answer by email and text, one conversation for each person. People who write for the first time become leads.',
      'Write the answer below; by email it stays in the same thread. Close a conversation that is done: the next message opens it again.',
      'The assignee of the person looks after the conversation.',
    ],
  },
  {
    at: /^follow-up\/[^/]+/,
    title: 'A sequence',
    lines: [
      'Steps are laid out in time, from sign-up or counting back from an event. Click a step to edit it.',
      'The preview on the right shows what one person would get, and when.',
      'Changes wait until you click Apply, which first shows what they mean for the people in the sequence.',
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
    at: /^set-up\/email/,
    title: 'Email',
    lines: [
      'Who emails to people come from, and where their answers go: to the inbox, unless you name an address.',
      'Emails come from the client’s own address once its domain is verified. Until then they come from Plum Gate’s address with the client’s name.',
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
      'Type each person, service and review once. Team, card and review blocks on a page can then insert them with one click.',
      'Everything saves by itself. Pages keep what they show until you insert it again and publish.',
    ],
  },
  {
    at: /^set-up\/bin/,
    title: 'Bin',
    lines: ['Deleted items stay here for 30 days. Restore one and it comes back whole.'],
  },
  {
    at: /^set-up/,
    title: 'Fact sheet',
    lines: [
      'What you know about the client. Pages and messages use it, so you type each fact once.',
      'Everything saves by itself.',
    ],
  },
  {
    at: /^held/,
    title: 'Held submissions',
    lines: ['Too many came at once. Accept the real ones; nothing is sent for the others.'],
  },
];

/** The help for an address such as `/quayside-dental/people`. */
export const helpFor = (pathname: string): Help | undefined => {
  const below = pathname.split('/').slice(2).join('/');
  return helps.find(({ at }) => at.test(below));
};

/** Keys that work on every screen. */
export const keysEverywhere: [keys: string, what: string][] = [
  ['Ctrl K or /', 'Go to anything by name'],
  ['Tab, then the arrow keys', 'From one tab or place to the next'],
  ['?', 'This help'],
];
