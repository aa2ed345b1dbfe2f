import { arrivalSource, shareText } from './index.ts';

describe('arrivalSource', () => {
  const host = 'quayside-dental.localhost';
  it.each([
    ['utm_source=anything&utm_medium=cpc', '', 'Search ads'],
    ['utm_medium=paid_social', 'https://elsewhere.test/', 'Social ads'],
    ['utm_source=waiting-room%20qr', '', 'Waiting-room qr'],
    ['utm_source=<script>', '', 'Script'],
    ['', '', 'Direct'],
    ['', 'https://harbour-news.test/today', 'harbour-news.test'],
    ['', `http://${host}/first-visit`, null],
    ['', 'not an address', null],
  ])('of ?%s from %j is %j', (query, referrer, source) => {
    expect(arrivalSource({ query: new URLSearchParams(query), referrer, host })).toBe(source);
  });
});

it.each([
  [214, 1020, '21.0%'],
  [0, 10, '0.0%'],
  [0, 0, '–'],
  [3, 0, '–'],
])('shareText(%d, %d) is %j', (part, whole, text) => expect(shareText(part, whole)).toBe(text));
