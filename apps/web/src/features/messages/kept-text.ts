/** What is typed for somebody, until the tab is closed: going to another conversation and a reload lose nothing. */
export function keptText(personId: string): { read: () => string; write: (text: string) => void } {
  const key = `answer ${personId}`;
  return {
    read: () => {
      try {
        return sessionStorage.getItem(key) ?? '';
      } catch {
        return '';
      }
    },
    write: (text) => {
      try {
        if (text) sessionStorage.setItem(key, text);
        else sessionStorage.removeItem(key);
      } catch {
        // A browser that keeps nothing goes without.
      }
    },
  };
}
