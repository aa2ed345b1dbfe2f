import fc from 'fast-check';
import { getDomain } from 'tldts';
import { Temporal } from 'temporal-polyfill';
import {
  afterCheck,
  compareRecords,
  grace,
  hostWords,
  isServed,
  readHost,
  recordsNeeded,
  type DomainState,
  type HostProblem,
} from './index.ts';

const target = { name: 'pages.plumgate.test', ip: '203.0.113.7' };
const label = (length: number) => 'a'.repeat(length);

describe('readHost', () => {
  it.each([
    ['visit.quayside-dental.test', 'visit.quayside-dental.test', false],
    [' HTTPS://Visit.Quayside-Dental.test/first?x=1 ', 'visit.quayside-dental.test', false],
    ['quayside-dental.test.', 'quayside-dental.test', true],
    ['user@visit.quayside-dental.test:8080', 'visit.quayside-dental.test', false],
    // RFC 3492's own way of writing: the URL standard's domain to ASCII, as every browser does it.
    ['bücher.example', 'xn--bcher-kva.example', true],
    ['shop.example.co.uk', 'shop.example.co.uk', false],
    // The public suffix list counts these as endings that many owners share.
    ['example.co.uk', 'example.co.uk', true],
    [`${label(63)}.example`, `${label(63)}.example`, true],
  ])('reads %s as %s', (typed, host, isApex) => {
    const read = readHost(typed);
    expect(read).toMatchObject({ ok: true, value: { host, isApex } });
    expect(read.ok && read.value.registered).toBe(getDomain(host, { allowPrivateDomains: true }));
  });

  it.each<[string, HostProblem]>([
    ['', 'empty'],
    ['https://', 'empty'],
    ['*.quayside-dental.test', 'a-wildcard'],
    ['203.0.113.7', 'an-address'],
    ['[2001:db8::1]', 'an-address'],
    ['0x7f.1', 'an-address'],
    ['co.uk', 'no-owner'],
    ['localhost', 'not-a-name'],
    ['-visit.example', 'not-a-name'],
    ['visit_.example', 'not-a-name'],
    ['two words.example', 'not-a-name'],
    [`${label(64)}.example`, 'too-long'],
    [`${Array.from({ length: 127 }, () => 'a').join('.')}.example`, 'too-long'],
    // A Cyrillic а among Latin letters.
    ['quаyside-dental.test', 'mixed-scripts'],
    // "pаypal" with a Cyrillic а, as RFC 3492 writes it.
    ['xn--pypal-4ve.test', 'mixed-scripts'],
    ['XN--PYPAL-4VE.test', 'mixed-scripts'],
  ])('refuses %s: %s', (typed, problem) => {
    expect(readHost(typed)).toEqual({ ok: false, problem });
    expect(hostWords[problem]).toMatch(/\.$/);
  });

  it('never fails, and what it gives is read as itself', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.domain(), fc.webUrl()), (typed) => {
        const read = readHost(typed);
        if (read.ok)
          expect(readHost(read.value.host)).toMatchObject({ value: { host: read.value.host } });
      }),
    );
  });
});

describe('records', () => {
  it('lead a subdomain by a CNAME of the client’s own, a registered name by A with a proof', () => {
    expect(
      recordsNeeded({ host: 'visit.q.test', isApex: false }, 'quayside', 'proof=1', target),
    ).toEqual([{ name: 'visit.q.test', type: 'CNAME', value: 'quayside.pages.plumgate.test' }]);
    expect(recordsNeeded({ host: 'q.test', isApex: true }, 'quayside', 'proof=1', target)).toEqual([
      { name: 'q.test', type: 'A', value: '203.0.113.7' },
      { name: '_plumgate.q.test', type: 'TXT', value: 'proof=1' },
    ]);
  });

  it('are right only as they are needed, whatever else stands there', () => {
    const needed = recordsNeeded({ host: 'visit.q.test', isApex: false }, 'quayside', '', target);
    const found = {
      name: 'visit.q.test',
      type: 'CNAME' as const,
      value: 'marram.pages.plumgate.test',
    };
    expect(compareRecords(needed, [])).toEqual([{ needed: needed[0], found: [], right: false }]);
    expect(compareRecords(needed, [found])).toEqual([
      { needed: needed[0], found: [found], right: false },
    ]);
    expect(compareRecords(needed, [needed[0]!])[0]!.right).toBe(true);
    // A wildcard of another client answers for every name, and proves nothing for this one.
    expect(
      compareRecords(needed, [found, { ...found, type: 'A', value: target.ip }])[0]!.right,
    ).toBe(false);
  });
});

describe('a domain over time', () => {
  const at = Temporal.Instant.from('2026-11-05T14:00:00Z');
  it('is served until its grace is over, and again once its records are back', () => {
    let standing: { state: DomainState; lostAt: Temporal.Instant | null } = {
      state: 'waiting',
      lostAt: null,
    };
    const check = (found: 'right' | 'not-right' | 'unreachable', hours: number) => {
      standing = afterCheck(standing, found, at.add({ hours }));
      return [standing.state, isServed(standing.state)];
    };
    expect(check('not-right', 0)).toEqual(['waiting', false]);
    expect(check('right', 1)).toEqual(['right', true]);
    expect(check('unreachable', 2)).toEqual(['right', true]);
    expect(check('not-right', 3)).toEqual(['lost', true]);
    expect(check('not-right', 3 + grace.hours - 1)).toEqual(['lost', true]);
    expect(check('not-right', 3 + grace.hours)).toEqual(['gone', false]);
    expect(check('unreachable', 200)).toEqual(['gone', false]);
    expect(check('right', 201)).toEqual(['right', true]);
    expect(standing.lostAt).toBeNull();
  });
});
