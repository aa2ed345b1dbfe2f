import { emptyPage, type PageDocument } from '@plumgate/core/page';
import { renderPage } from './render-page.tsx';
import { sampleContext } from './testing/sample-context.ts';
import type { PageMetadata } from './page-metadata.tsx';

const metadata: PageMetadata = {
  canonical: 'https://visit.quayside.test/first-visit',
  card: { src: 'https://visit.quayside.test/~/card/1.png', width: 1200, height: 630 },
  isHidden: false,
};
const html = (
  page: Partial<PageDocument> = {},
  changes: Partial<PageMetadata> = {},
  context = {},
) =>
  renderPage({
    page: { ...emptyPage('A first visit'), description: 'No drill.', ...page },
    context: sampleContext(context),
    assets: '/~',
    script: () => 'x.js',
    metadata: { ...metadata, ...changes },
  });
/** The Open Graph tags of a page, by property. */
const graphOf = (text: string) =>
  new Map(
    [...text.matchAll(/<meta property="(og:[^"]+)" content="([^"]*)"/g)].map(
      ([, name, value]) => [name!, value!] as const,
    ),
  );
const jsonOf = (text: string) =>
  JSON.parse(/<script type="application\/ld\+json">(.*?)<\/script>/s.exec(text)![1]!) as Record<
    string,
    unknown
  >;

describe('what a page tells where it is shared', () => {
  // "The four required properties for every page" (ogp.me, from memory).
  it.each(['og:title', 'og:type', 'og:image', 'og:url'])('has %s', (name) =>
    expect(graphOf(html()).get(name)).toBeTruthy(),
  );

  it('names its own address, and its picture whole and with its size', () => {
    const graph = graphOf(html());
    expect(graph.get('og:url')).toBe(metadata.canonical);
    expect(html()).toContain(`<link rel="canonical" href="${metadata.canonical}"`);
    expect([
      graph.get('og:image'),
      graph.get('og:image:width'),
      graph.get('og:image:height'),
    ]).toEqual([metadata.card.src, '1200', '630']);
  });

  // ogp.me writes og:locale as language_TERRITORY.
  it.each([
    ['es', 'es'],
    ['pt-BR', 'pt_BR'],
  ])('writes the language %s as %s', (language, locale) =>
    expect(graphOf(html({ language } as Partial<PageDocument>)).get('og:locale')).toBe(locale),
  );

  it('fills in facts, and leaves an empty description out', () => {
    const graph = graphOf(
      html(
        { title: 'At {{ x }}', description: '' },
        {},
        { merge: (words: string) => words.replace('{{ x }}', 'Quayside') },
      ),
    );
    expect(graph.get('og:title')).toBe('At Quayside');
    expect(graph.has('og:description')).toBe(false);
  });

  it('is escaped', () =>
    expect(html({ title: '"><script>alert(1)</script>' })).not.toContain('<script>alert(1)'));
});

describe('what it tells search engines', () => {
  it.each([
    [true, 1],
    [false, 0],
  ])('kept out of them: %s', (isHidden, count) =>
    expect(html({}, { isHidden }).split('<meta name="robots" content="noindex"').length - 1).toBe(
      count,
    ),
  );

  it('who the business is, under the address of all its pages', () =>
    expect(jsonOf(html())).toMatchObject({
      '@context': 'https://schema.org',
      '@type': 'LocalBusiness',
      url: 'https://visit.quayside.test',
    }));

  it('no name ends the script it stands in', () => {
    const clientName = '</script><script>alert(1)</script>';
    const text = html({}, {}, { clientName });
    expect(text).not.toContain('<script>alert(1)');
    expect(jsonOf(text).name).toBe(clientName);
  });
});
