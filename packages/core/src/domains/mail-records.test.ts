import { compareMailRecords, mailRecords, type DnsRecord } from './index.ts';

const setUp = {
  ...{ domain: 'q.test', selector: 'pg1', publicKey: 'MIGfMA0GCSq', spf: '_spf.plumgate.test' },
};
const needed = mailRecords(setUp);
const txt = (name: string, value: string): DnsRecord => ({ name, type: 'TXT', value });
const right = (...found: DnsRecord[]) => compareMailRecords(setUp, found).map((one) => one.right);

it('asks for a key, the servers that may send, and a policy', () =>
  expect(needed).toEqual([
    txt('pg1._domainkey.q.test', 'v=DKIM1; k=rsa; p=MIGfMA0GCSq'),
    txt('q.test', 'v=spf1 include:_spf.plumgate.test ~all'),
    txt('_dmarc.q.test', 'v=DMARC1; p=none'),
  ]));

it.each<[string, DnsRecord[], boolean[]]>([
  ['nothing', [], [false, false, false]],
  ['what is needed', needed, [true, true, true]],
  // RFC 6376, section 3.6.1: tags in any order, white space anywhere in the key.
  [
    'the key otherwise written',
    [txt(needed[0]!.name, 'p=MIGf MA0GCSq;k=rsa')],
    [true, false, false],
  ],
  ['another key', [txt(needed[0]!.name, 'v=DKIM1; p=other')], [false, false, false]],
  [
    'other servers beside ours',
    [txt('q.test', 'v=spf1 mx include:_spf.other.example include:_spf.plumgate.test -all')],
    [false, true, false],
  ],
  ['SPF without ours', [txt('q.test', 'v=spf1 mx -all')], [false, false, false]],
  // RFC 7208, section 4.5: more than one is an error for good.
  ['two of SPF', [needed[1]!, txt('q.test', 'v=spf1 mx -all')], [false, false, false]],
  ['a word of another kind beside it', [needed[1]!, txt('q.test', 'site=1')], [false, true, false]],
  [
    'a strict policy',
    [txt('_dmarc.q.test', 'v=DMARC1;p=reject; rua=mailto:x@q.test')],
    [false, false, true],
  ],
  [
    'no policy in it',
    [txt('_dmarc.q.test', 'v=DMARC1; rua=mailto:x@q.test')],
    [false, false, false],
  ],
])('with %s', (_what, found, is) => expect(right(...found)).toEqual(is));
