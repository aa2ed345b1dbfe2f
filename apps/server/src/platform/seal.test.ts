import { Seal } from './seal.ts';

const ours = new Seal('secret');
const sealed = ours.seal('booking', 'text with ünicode');

it('opens what it sealed', () => expect(ours.open('booking', sealed)).toBe('text with ünicode'));
it('fits into an address as it is', () => expect(sealed).toBe(encodeURIComponent(sealed)));

it.each([
  ['nothing', 'booking', undefined],
  ['an empty text', 'booking', ''],
  ['only a body', 'booking', sealed.split('.')[0]],
  ['another purpose', 'unsubscribe', sealed],
  ['another secret', 'booking', new Seal('other').seal('booking', 'text with ünicode')],
  ['one letter more', 'booking', `${sealed}A`],
  [
    'another body under the same signature',
    'booking',
    `${Buffer.from('x').toString('base64url')}.${sealed.split('.')[1]}`,
  ],
])('does not open %s', (_what, purpose, text) => expect(ours.open(purpose, text)).toBeNull());
