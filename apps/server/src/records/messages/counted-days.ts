/** For how many days after a message what somebody does is counted with it (common practice, no source). */
export const countedDays = 14;
