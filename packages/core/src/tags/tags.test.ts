import type { FormId, FunnelId, PageId, TagId } from '../basics/index.ts';
import {
  checkTags,
  codeOnPage,
  consentOf,
  keepsNumber,
  leadCode,
  Measuring,
  TagContent,
  tagsOf,
  usualMeasuring,
  type PageSent,
  type Tag,
} from './index.ts';

const tag = (id: string, changes: Partial<TagContent> = {}): Tag => ({
  id: id as TagId,
  content: {
    ...{ name: id, code: `<script>${id}()</script>`, on: true, part: 'head' },
    ...{ place: { kind: 'client' }, runs: { kind: 'always' }, needsConsent: true, needs: null },
    ...changes,
  },
});
const ofLead = (form: string | null = null, value: number | null = null) =>
  ({ runs: { kind: 'lead', form: form as FormId | null, value } }) as Partial<TagContent>;
const page = { funnelId: 'f1' as FunnelId, pageId: 'p1' as PageId };
const lead = { id: 'lead-1', form: 'form-1' as FormId, currency: 'USD' };
const own = { head: '<!-- own -->', body: '' };
const names = (tags: readonly Tag[]) => tags.map(({ id }) => id);

it('a page carries the tags of its client, funnel and its own; what counts leads comes last', () => {
  const tags = [
    tag('lead', ofLead()),
    tag('all'),
    tag('funnel', { place: { kind: 'funnel', funnel: 'f1' as FunnelId } }),
    tag('other funnel', { place: { kind: 'funnel', funnel: 'f2' as FunnelId } }),
    tag('page', { place: { kind: 'page', page: 'p1' as PageId } }),
    tag('other page', { place: { kind: 'page', page: 'p2' as PageId } }),
    tag('off', { on: false }),
  ];
  expect(names(tagsOf(tags, page))).toEqual(['all', 'funnel', 'page', 'lead']);
});

it.each([
  ['agreed, nothing sent', { hasConsent: true, lead: null }, 'free base own'],
  ['agreed, a form sent', { hasConsent: true, lead }, 'free base own lead'],
  ['not agreed', { hasConsent: false, lead }, 'free'],
])(
  'puts the base first, then the page’s own HTML, then what counts a lead: %s',
  (_, may, order) => {
    const tags = [
      tag('free', { needsConsent: false }),
      tag('base'),
      tag('foot', { part: 'body' }),
      tag('lead', ofLead()),
      tag('other form', ofLead('form-2')),
    ];
    const { head, body } = codeOnPage(own, tags, may);
    expect([...head.matchAll(/(\w+)(?=\(| -->)/g)].map(([word]) => word).join(' ')).toBe(order);
    expect(body).toBe(may.hasConsent ? '<script>foot()</script>' : '');
  },
);

it.each([
  [null, 'lead-1||'],
  [4050, 'lead-1|40.50|USD'],
])('names the lead, and what it is worth only where somebody has said: %s', (value, text) => {
  const content = tag('lead', {
    ...ofLead('form-1', value),
    code: '{{ lead.id }}|{{lead.value}}|{{ lead.currency }}',
  }).content;
  expect(leadCode(content, lead)).toBe(text);
});

it('leaves what it does not know as it was written', () =>
  expect(leadCode(tag('x', { ...ofLead(), code: '{{ lead.email }}' }).content, lead)).toBe(
    '{{ lead.email }}',
  ));

it.each([
  ['cookie', null, false, 'given', true],
  // A browser that asks not to be tracked keeps our own number: nothing is sold or shared by it.
  ['cookie', null, true, 'refused', true],
  ['ask', null, false, 'open', false],
  ['ask', 'yes', false, 'given', true],
  ['ask', 'no', false, 'refused', false],
  ['ask', 'yes', true, 'refused', false],
  ['without', 'yes', false, 'refused', false],
] as const)('%s, pressed %s, asks not to: %s', (mode, answer, asksNotTo, consent, keeps) => {
  expect(consentOf({ mode }, { answer, asksNotTo })).toBe(consent);
  expect(keepsNumber({ mode }, consent)).toBe(keeps);
});

it('refuses what is no setting', () => {
  expect(Measuring.safeParse(usualMeasuring).success).toBe(true);
  for (const bad of [{ mode: 'maybe' }, { words: { english: 'x' } }, { policy: 'javascript:x' }])
    expect(Measuring.safeParse({ ...usualMeasuring, ...bad }).success).toBe(false);
  expect(TagContent.safeParse({ ...tag('x').content, code: ' ' }).success).toBe(false);
});

describe('the check of a funnel', () => {
  const base = tag('base', { code: '<script src="https://t.test/base.js"></script>' });
  const counts = tag('lead', { ...ofLead('form-1'), needs: base.id });
  const sent = (id: string, html: string, carries: Tag[]): PageSent => ({
    ...{ pageId: id as PageId, html },
    carries: carries.map((one) => ({ tag: one, code: one.content.code })),
  });
  const { code } = base.content;
  const leadAt = counts.content.code;
  const first = sent('p1', `<head>${code}</head>`, [base]);
  const thanks = sent('p2', `<head>${code}${leadAt}</head>`, [base, counts]);
  const leads = [lead.form];
  it.each<[string, Tag[], PageSent[], FormId[], string[]]>([
    ['all is well', [base, counts], [first, thanks], leads, []],
    ['not in the page', [base], [sent('p1', '', [base])], leads, ['missing base p1']],
    [
      'pasted again in the page’s own HTML',
      [base],
      [sent('p1', `${code}<script async src="https://t.test/base.js"></script>`, [base])],
      leads,
      ['twice base p1'],
    ],
    [
      'the base is not on the first page',
      [base, counts],
      [sent('p1', '', []), thanks],
      leads,
      ['not-everywhere base p1'],
    ],
    [
      'the event comes before its base',
      [base, counts],
      [first, sent('p2', `${leadAt}${code}`, [base, counts])],
      leads,
      ['before-needed lead p2'],
    ],
    [
      'the base it needs is off',
      [tag('base', { on: false }), counts],
      [sent('p2', leadAt, [counts])],
      leads,
      ['before-needed lead p2'],
    ],
    ['no form leads on', [base, counts], [first, thanks], [], ['never-runs lead null']],
    [
      'the base is at the end of the body',
      [tag('base', { part: 'body', code }), counts],
      [first, thanks].map((one) => ({
        ...one,
        carries: one.carries.map((has) =>
          has.tag.id === base.id ? { ...has, tag: tag('base', { part: 'body', code }) } : has,
        ),
      })),
      leads,
      ['not-in-head base null'],
    ],
  ])('%s', (_, tags, pages, forms, findings) =>
    expect(
      checkTags(tags, { pages, leads: forms }).map((one) => `${one.rule} ${one.tag} ${one.page}`),
    ).toEqual(findings),
  );
});
