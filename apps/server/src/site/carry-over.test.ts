import type { FunnelId } from '@plumgate/core/basics';
import { Seal } from '../platform/seal.ts';
import { CarryOver } from './carry-over.ts';

const carried = {
  funnel: '00000000-0000-4000-8000-000000000001' as FunnelId,
  first: 'Tomás',
  last: 'Villar',
  email: 'tomas@example.com',
  phone: '',
  booking: null,
};
const ours = new CarryOver(new Seal('secret'));

it('opens what it sealed', () => expect(ours.open(ours.seal(carried))).toEqual(carried));

it.each([
  ['nothing', undefined],
  ['an empty cookie', ''],
  ['no signature', ours.seal(carried).split('.')[0]],
  ['another secret’s', new CarryOver(new Seal('other')).seal(carried)],
  [
    'changed words under the old signature',
    `${Buffer.from('{}').toString('base64url')}.${ours.seal(carried).split('.')[1]}`,
  ],
  [
    'what was sealed for another purpose',
    new Seal('secret').seal('booking', JSON.stringify(carried)),
  ],
])('reads %s as none', (_what, cookie) => expect(ours.open(cookie)).toBeNull());
