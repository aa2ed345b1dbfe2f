import type { HostProblem } from './host-name.ts';

/** What is wrong with a host, in a sentence with the remedy. */
export const hostWords: Record<HostProblem, string> = {
  empty: 'Enter a domain such as visit.quayside-dental.test.',
  'not-a-name':
    'This is not a domain. Use letters, digits and hyphens, with dots between the parts.',
  'too-long': 'This is longer than a host can be: 253 characters in all, 63 between two dots.',
  'an-address': 'This is an IP address. Enter the domain name that people type.',
  'a-wildcard': 'Enter one domain; a wildcard can’t be verified.',
  'no-owner': 'This is only a suffix. Put the client’s own name before it.',
  'mixed-scripts':
    'This mixes letters of two scripts that look alike. Type it again in one of them.',
};
