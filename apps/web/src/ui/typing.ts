/** Whether a key goes into something that is written in, and so is no command. */
export const isTypingIn = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('input,textarea,select,[contenteditable="true"],[role=dialog]') !== null;
