/** How many a campaign has sent before its share of refusals says anything (common practice, no source). */
const enough = 50;
/** The share of refused emails above which mail providers begin to distrust a sender (common practice, no source). */
export const mostRefused = 0.05;

/** Whether so many refusals are a reason to stop and look at the list: `sent` were taken, `refused` were refused for good. */
export const areTooManyRefused = (sent: number, refused: number): boolean =>
  sent + refused >= enough && refused / (sent + refused) > mostRefused;
