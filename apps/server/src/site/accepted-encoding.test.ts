import { acceptedEncoding } from './accepted-encoding.ts';

// The examples of RFC 9110, section 12.5.3, and what browsers and proxies send.
it.each<[string | undefined, string]>([
  [undefined, 'identity'],
  ['', 'identity'],
  ['gzip, deflate, br, zstd', 'br'],
  ['gzip, deflate', 'gzip'],
  ['compress, gzip', 'gzip'],
  ['br;q=0, gzip', 'gzip'],
  ['br;q=0, gzip;q=0', 'identity'],
  ['gzip;q=1.0, identity; q=0.5, *;q=0', 'gzip'],
  ['*', 'br'],
  ['identity', 'identity'],
])('%j is answered with %s', (header, encoding) => expect(acceptedEncoding(header)).toBe(encoding));
