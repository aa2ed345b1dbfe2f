import type { HostProblem } from './host-name.ts';

/** What is wrong with a host, in a sentence with the remedy. */
export const hostWords: Record<HostProblem, string> = {
  empty: 'Give a host such as visit.quayside-dental.test.',
  'not-a-name': 'This is no host. Use letters, digits and hyphens, with dots between the parts.',
  'too-long': 'This is longer than a host can be: 253 characters in all, 63 between two dots.',
  'an-address': 'This is a number of a machine. Give the name that people type.',
  'a-wildcard': 'Give one host; a star for all of them can’t be proved to be yours.',
  'no-owner': 'Nobody can own this ending alone. Put the client’s own name before it.',
  'mixed-scripts':
    'This mixes letters of two scripts that look alike. Type it again in one of them.',
};
