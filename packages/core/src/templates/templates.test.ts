import type { FormId } from '../basics/index.ts';
import { bindingsOf, Draft, emptyPage, strayBlocks } from '../page/index.ts';
import {
  aims,
  answered,
  bandParts,
  exampleAnswers,
  readyBands,
  readyTemplates,
  suits,
  takeTemplate,
  trades,
  unanswered,
  type Make,
} from './index.ts';

function counting(): Make {
  let next = 0;
  return {
    part: () => `n${next++}`,
    form: () => `00000000-0000-4000-8000-${String(next++).padStart(12, '0')}` as FormId,
  };
}
const take = (template: (typeof readyTemplates)[number], answers = exampleAnswers(template.asks)) =>
  takeTemplate(
    template,
    template.pages.map((_, index) => index),
    answers,
    counting(),
  );

describe('ready-made bands', () => {
  it('are at least 18, some for each part of a page', () => {
    expect(readyBands.length).toBeGreaterThanOrEqual(18);
    expect(new Set(readyBands.map(({ part }) => part))).toEqual(new Set(Object.keys(bandParts)));
    expect(new Set(readyBands.map(({ name }) => name)).size).toBe(readyBands.length);
  });
  it.each(readyBands.map((ready) => [ready.name, ready] as const))(
    '%s is valid',
    (_name, ready) => {
      const page = { ...emptyPage('T'), bands: [ready.make(counting())] };
      const { forms } = bindingsOf(page);
      const draft = { page, forms: {} };
      const issues = Draft.safeParse(draft).error?.issues.map(({ message }) => message) ?? [];
      expect(issues).toEqual(forms.length > 0 ? ['A block shows a form that is not here.'] : []);
      expect(JSON.stringify(page)).not.toContain('[[');
    },
  );
});

describe('what ready-made things are meant for', () => {
  it.each([
    ['any', 'any', 'all', 'all', true],
    ['any', 'any', 'event', 'health', true],
    [['event'], 'any', 'event', 'home', true],
    [['event'], 'any', 'leads', 'all', false],
    ['any', 'health', 'leads', 'health', true],
    ['any', 'health', 'leads', 'home', false],
    [['leads', 'booking'], 'home', 'booking', 'home', true],
    [[], 'any', 'leads', 'all', false],
  ] as const)('for %j and %s, asked for %s and %s: %s', (aims, trade, aim, asked, is) =>
    expect(suits({ aims, trade }, aim, asked)).toBe(is),
  );

  it('leaves a top, a promise and an end for each trade and each aim but what stands around it', () => {
    for (const trade of Object.keys(trades) as (keyof typeof trades)[])
      for (const aim of Object.keys(aims) as (keyof typeof aims)[]) {
        const parts = readyBands.filter((one) => suits(one, aim, trade)).map(({ part }) => part);
        expect(parts).toEqual(expect.arrayContaining(['top', 'promise', 'how', 'end']));
      }
  });
  it.each(['home', 'health', 'property'] as const)(
    'has at least four bands for %s alone',
    (trade) =>
      expect(readyBands.filter((one) => one.trade === trade).length).toBeGreaterThanOrEqual(4),
  );
});

describe('ready-made templates', () => {
  it('are at least 12 single pages, and funnels of two and of three steps', () => {
    const lengths = readyTemplates.map(({ pages }) => pages.length);
    expect(lengths.filter((one) => one === 1).length).toBeGreaterThanOrEqual(12);
    expect(lengths).toEqual(expect.arrayContaining([2, 3]));
    expect(new Set(readyTemplates.map(({ name }) => name)).size).toBe(readyTemplates.length);
  });

  it.each(readyTemplates.map((template) => [template.name, template] as const))(
    '%s makes valid drafts that are bound to nobody',
    (_name, template) => {
      for (const { draft } of take(template)) {
        expect(Draft.safeParse(draft).error?.issues ?? []).toEqual([]);
        const { pictures, files, pages, linked } = bindingsOf(draft.page);
        expect([pictures, files, pages, linked]).toEqual([[], [], [], []]);
        expect(Object.values(draft.forms).flatMap((form) => form.notify)).toEqual([]);
        expect(strayBlocks(draft.page)).toEqual([]);
      }
    },
  );

  it.each(readyTemplates.map((template) => [template.name, template] as const))(
    '%s asks for everything that only its taker can say, and for nothing else',
    (_name, template) => {
      const wanted = new Set(
        [...JSON.stringify(take(template, {})).matchAll(/\[\[([a-z_]+)\]\]/g)].map(
          ([, key]) => key,
        ),
      );
      expect([...wanted].sort()).toEqual(template.asks.map(({ key }) => key).sort());
    },
  );

  it('ends where its last taken page ends', () => {
    const template = readyTemplates.find(({ name }) => name === 'survey-funnel')!;
    const [only] = takeTemplate(template, [0], exampleAnswers(template.asks), counting());
    expect(Object.values(only!.draft.forms)[0]!.after.kind).toBe('message');
    expect(Object.values(take(template)[0]!.draft.forms)[0]!.after.kind).toBe('next-step');
    const [between] = takeTemplate(template, [0], {}, counting(), { leadsOn: true });
    expect(Object.values(between!.draft.forms)[0]!.after.kind).toBe('next-step');
  });
});

describe('unanswered', () => {
  it('is what nobody said anything to, spaces being nothing', () => {
    const { asks } = readyTemplates.find(({ name }) => name === 'listing')!;
    const left = unanswered(asks, { address: '3 Ropewalk Loft', price: '  ' });
    expect(left.map(({ key }) => key)).toEqual(['about', 'price', 'size']);
  });
});

describe('answered', () => {
  it('puts answers wherever they are asked, and leaves what nobody answered', () =>
    expect(
      answered({ a: ['[[one]] and [[two]]'], b: { c: 3, d: '{{ client.name }}' } }, { one: 'A' }),
    ).toEqual({ a: ['A and [[two]]'], b: { c: 3, d: '{{ client.name }}' } }));
});
