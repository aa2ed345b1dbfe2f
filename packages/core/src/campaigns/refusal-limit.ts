/** How many a campaign has sent before its share of refusals says anything (common practice, no source). */
const enough = 50;
/** The share of refused emails above which mail providers begin to distrust a sender (common practice, no source). */
export const mostRefused = 0.05;

/** Whether so many refusals are a reason to stop and look at the list: `sent` were taken, `refused` were refused for good. */
export const areTooManyRefused = (sent: number, refused: number): boolean =>
  sent + refused >= enough && refused / (sent + refused) > mostRefused;

/** The share of complaints that mailbox providers ask bulk senders never to reach: 0.3% (from memory, the published rules for bulk senders of 2024). */
export const mostComplaints = 0.003;
/** Fewer complaints than these may be one bad day. */
const enoughComplaints = 3;

/** Whether so many complaints are a reason to stop and look at the list. */
export const areTooManyComplaints = (sent: number, complaints: number): boolean =>
  complaints >= enoughComplaints && complaints / sent > mostComplaints;
