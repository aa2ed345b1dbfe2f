/** The start was taken a moment ago, is past, or was never offered. Undoes the transaction it happens in. */
export class SlotGone extends Error {
  constructor() {
    super('This time is no longer free.');
  }
}
