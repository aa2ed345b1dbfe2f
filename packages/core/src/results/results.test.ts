import fc from 'fast-check';
import {
  Origin,
  originFromText,
  originOf,
  originText,
  shareText,
  sourceOf,
  type SourceRule,
} from './index.ts';

describe('where a visit came from', () => {
  const host = 'quayside-dental.localhost';
  it.each([
    ['utm_source=anything&utm_medium=cpc', '', 'Search ads'],
    ['utm_source=google&utm_medium=paid', '', 'Search ads'],
    ['utm_source=facebook&utm_medium=cpc', '', 'Social ads'],
    ['utm_source=ig&utm_medium=paid', '', 'Social ads'],
    ['utm_source=Facebook&utm_medium=CPC', '', 'Social ads'],
    ['utm_source=tiktok&utm_medium=cpm', '', 'Social ads'],
    ['utm_source=harbour-news&utm_medium=display', '', 'Display ads'],
    ['utm_source=harbour-news&utm_medium=paid', '', 'Other ads'],
    ['utm_medium=paid_social', 'https://elsewhere.test/', 'Social ads'],
    ['utm_medium=social', '', 'Social'],
    ['utm_medium=email', '', 'Email'],
    ['utm_source=november-letter&utm_medium=email', '', 'November-letter'],
    ['utm_source=poster&utm_medium=qr', '', 'Poster'],
    ['utm_medium=sms', '', 'Text message'],
    ['gclid=Cj0abc', '', 'Search ads'],
    ['GCLID=Cj0abc', '', 'Search ads'],
    ['msclkid=abc', 'https://www.bing.com/', 'Search ads'],
    ['fbclid=IwAR0', 'https://l.facebook.com/', 'Social'],
    ['ttclid=abc', '', 'Social ads'],
    ['utm_source=door&utm_medium=qr&fbclid=IwAR0', '', 'Door'],
    ['constructor=1&__proto__=2', '', 'Direct'],
    ['', 'https://www.google.co.uk/', 'Search'],
    ['', 'https://duckduckgo.com/', 'Search'],
    ['', 'https://m.facebook.com/', 'Social'],
    ['', 'https://t.co/abc', 'Social'],
    ['', 'https://google.harbour-news.test/', 'google.harbour-news.test'],
    ['', 'https://notgoogle.test/', 'notgoogle.test'],
    ['utm_source=waiting-room%20qr', '', 'Waiting-room qr'],
    ['utm_source=<script>', '', 'Script'],
    ['', '', 'Direct'],
    ['', 'https://harbour-news.test/today', 'harbour-news.test'],
    ['', `http://${host}/first-visit`, null],
    ['', 'not an address', null],
  ])('of ?%s from %j is %j', (query, referrer, source) => {
    const origin = originOf({ query: new URLSearchParams(query), referrer, host });
    expect(origin && sourceOf(origin)).toBe(source);
    expect(origin && sourceOf(originFromText(originText(origin)))).toBe(source);
  });

  it('is kept as it was said', () => {
    const query = new URLSearchParams(
      'utm_source=Google&utm_medium=cpc&utm_campaign=November%20checks&utm_term=dentist&gclid=Cj0-abc&q=private',
    );
    expect(originOf({ query, referrer: 'https://www.google.com/search?q=teeth', host })).toEqual({
      source: 'Google',
      medium: 'cpc',
      campaign: 'November checks',
      term: 'dentist',
      click: 'gclid',
      clickId: 'Cj0-abc',
      referrer: 'www.google.com/search',
    });
  });

  it('counts by what the address says, wherever the page was opened from', () => {
    const query = new URLSearchParams('utm_source=poster&utm_medium=qr');
    expect(originOf({ query, referrer: `https://${host}/first-visit`, host })).toEqual({
      source: 'poster',
      medium: 'qr',
    });
  });
});

describe('names of their own', () => {
  const host = 'quayside-dental.localhost';
  const named = (rule: SourceRule, query: string, referrer = '') =>
    sourceOf(originOf({ query: new URLSearchParams(query), referrer, host }, [rule])!, [rule]);

  it.each<[SourceRule, string, string, string]>([
    [
      { where: 'referrer', contains: 'harbor-news.test', name: 'Harbor News' },
      '',
      'https://www.harbor-news.test/november/teeth',
      'Harbor News',
    ],
    [
      { where: 'referrer', contains: '/NOVEMBER', name: 'November issue' },
      '',
      'https://www.harbor-news.test/november/teeth',
      'November issue',
    ],
    [
      { where: 'campaign', contains: 'door', name: 'Door hangers' },
      'utm_source=print&utm_campaign=Door-hangers-2',
      '',
      'Door hangers',
    ],
    [
      { where: 'medium', contains: 'cpc', name: 'Paid clicks' },
      'utm_medium=CPC',
      '',
      'Paid clicks',
    ],
    [{ where: 'source', contains: 'door', name: 'Door' }, 'utm_source=window', '', 'Window'],
    [{ where: 'field', contains: 'Partner', name: 'Partner' }, 'partner=77', '', 'Partner'],
    [{ where: 'field', contains: 'partner', name: 'Partner' }, 'partners=77', '', 'Direct'],
    [{ where: 'field', contains: 'gclid', name: 'City ads' }, 'gclid=1', '', 'City ads'],
  ])('%j of ?%s from %j is %j', (rule, query, referrer, name) =>
    expect(named(rule, query, referrer)).toBe(name),
  );

  it('takes the first rule that fits', () => {
    const rules: SourceRule[] = [
      { where: 'source', contains: 'print', name: 'Paper' },
      { where: 'source', contains: 'print', name: 'Flyers' },
    ];
    expect(sourceOf({ source: 'print' }, rules)).toBe('Paper');
  });
});

describe('in a cookie', () => {
  it('reads what an earlier build kept', () => {
    expect(sourceOf(originFromText('Search ads'))).toBe('Search ads');
    expect(originFromText('Direct')).toEqual({});
    expect(originFromText('')).toEqual({});
  });

  it('is never long, and never a name of something else', () => {
    const anything = fc.dictionary(
      fc.constantFrom('utm_source', 'utm_medium', 'utm_campaign', 'utm_term', 'gclid', 'q'),
      fc.string({ unit: 'binary', maxLength: 400 }),
    );
    fc.assert(
      fc.property(anything, fc.webUrl(), (fields, referrer) => {
        const query = new URLSearchParams(fields);
        const origin = originOf({ query, referrer, host: 'h' })!;
        expect(Origin.parse(origin)).toEqual(origin);
        const text = originText(origin);
        expect(text.length).toBeLessThanOrEqual(700);
        expect(text).not.toContain('~');
        expect(sourceOf(originFromText(text)).length).toBeGreaterThan(0);
        expect(originText(originFromText(text))).toBe(text);
      }),
    );
  });
});

it.each([
  [214, 1020, '21.0%'],
  [0, 10, '0.0%'],
  [0, 0, '–'],
  [3, 0, '–'],
])('shareText(%d, %d) is %j', (part, whole, text) => expect(shareText(part, whole)).toBe(text));
