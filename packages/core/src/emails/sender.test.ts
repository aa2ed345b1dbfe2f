import { Sender, senderOf, usualSender } from './index.ts';

const asked = {
  client: 'Quayside Dental',
  installation: 'post@plumgate.test',
  verified: ['quayside-dental.test'],
};
const own: Sender = { name: 'The front desk', email: 'hello@Quayside-Dental.test', replyTo: '' };
const usual = { replyTo: '', domain: null, notYet: null };

it.each<[string, Sender, Sender | undefined, ReturnType<typeof senderOf>]>([
  [
    'nothing said',
    usualSender,
    undefined,
    { ...usual, name: 'Quayside Dental', address: 'post@plumgate.test' },
  ],
  [
    'an address of a verified domain',
    own,
    undefined,
    { ...usual, name: 'The front desk', address: own.email, domain: 'quayside-dental.test' },
  ],
  [
    'an address of no verified domain',
    { ...own, email: 'hello@example.com' },
    undefined,
    {
      ...usual,
      name: 'The front desk',
      address: 'post@plumgate.test',
      notYet: 'hello@example.com',
    },
  ],
  [
    'a message that says otherwise',
    own,
    { name: 'Dr. Moss', email: '', replyTo: 'moss@example.com' },
    {
      ...{ name: 'Dr. Moss', address: own.email, replyTo: 'moss@example.com' },
      ...{ domain: 'quayside-dental.test', notYet: null },
    },
  ],
])('with %s', (_what, client, message, shown) =>
  expect(senderOf({ ...asked, own: client, message })).toEqual(shown),
);

it('refuses what is no address', () =>
  expect(Sender.safeParse({ ...usualSender, email: 'front desk' }).success).toBe(false));
