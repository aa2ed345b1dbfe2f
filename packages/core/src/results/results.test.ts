import { arrivalSource, shareText } from './index.ts';

describe('arrivalSource', () => {
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
    expect(arrivalSource({ query: new URLSearchParams(query), referrer, host })).toBe(source);
  });
});

it.each([
  [214, 1020, '21.0%'],
  [0, 10, '0.0%'],
  [0, 0, '–'],
  [3, 0, '–'],
])('shareText(%d, %d) is %j', (part, whole, text) => expect(shareText(part, whole)).toBe(text));
