/** Tells the server what is done on the page; the page works the same where nobody listens. */
export function tell(
  kind: 'section' | 'press' | 'begin' | 'watch' | 'leave' | 'seen',
  target: string,
  more = '',
): void {
  // Elsewhere, as where a client looks a draft over, there is nothing to count.
  if (/^\/[\w-]+$/.test(location.pathname))
    navigator.sendBeacon?.(`/~/${kind}${location.pathname}/${encodeURIComponent(target)}${more}`);
}
