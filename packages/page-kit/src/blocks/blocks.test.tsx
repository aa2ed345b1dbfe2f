import type { Facts } from '@plumgate/core/clients';
import { blockKinds, newBlock, type Block, type BlockKindName } from '@plumgate/core/page';
import { renderToStaticMarkup } from 'react-dom/server';
import { PageContextProvider, type FreeTimes, type PageContext } from '../page-context.ts';
import { sampleContext } from '../testing/sample-context.ts';
import { blockViews } from './index.ts';

const show = (block: Block, changes: Partial<PageContext> = {}, about: Partial<Facts> = {}) => {
  const { View } = blockViews[block.kind] as { View: (props: { block: Block }) => React.ReactNode };
  return renderToStaticMarkup(
    <PageContextProvider value={sampleContext(changes, about)}>
      <View block={block} />
    </PageContextProvider>,
  );
};

it.each<[BlockKindName, string[]]>([
  ['cards', ['What you do', 'What it is good for']],
  ['numbered-steps', ['<ol', 'You write or call']],
  ['reviews', ['<blockquote>', 'First name, town']],
  ['questions', ['<summary>', 'What does it cost?']],
  ['badges', ['Licensed and insured']],
  ['offer', ['$0']],
  ['areas', ['We come to you in', '<li>Port Alder</li>', '<li>Gannet Head</li>']],
  ['space', ['space-medium']],
])('%s shows its words', (kind, parts) => {
  const html = show(newBlock(kind, 'x') as Block);
  for (const part of parts) expect(html).toContain(part);
});

it('shows nothing for areas that the fact sheet does not name', () =>
  expect(show(newBlock('areas', 'x'), {}, { areas: [] })).toBe(''));

it('shows markup in a review as text', () => {
  const html = show(
    newBlock('reviews', 'x', { items: [{ said: '<b>bold</b>', who: '"><script>' }] }),
  );
  expect(html).toContain('&lt;b&gt;bold&lt;/b&gt;');
  expect(html).not.toContain('<script>');
});

describe('a booking', () => {
  const booking = {
    when: 'Tuesday, November 10 at 9:00 AM',
    where: 'Ropewalk',
    file: '/f.ics',
    change: '/c',
  };
  it('is shown with its file and the way to change it', () => {
    const html = show(newBlock('your-booking', 'x'), { booking });
    for (const part of [booking.when, 'href="/f.ics"', 'href="/c"']) expect(html).toContain(part);
  });
  it('is not there for somebody who has none', () =>
    expect(show(newBlock('your-booking', 'x'))).toBe(''));
});

describe('a countdown', () => {
  const block = newBlock('countdown', 'x', { until: '2026-11-19T18:30' });
  it('says the moment in words, and gives it to the script in UTC', () => {
    const html = show(block);
    expect(html).toContain('Thursday, November 19 at 6:30 PM');
    expect(html).toContain('data-until="2026-11-19T23:30:00Z"');
  });
  it('reads its wall time by the rules of the zone, before and after a clock change', () => {
    // Europe/London is at UTC+1 on 24 October and at UTC on 26 October 2026 (tz database, from memory).
    const at = (until: string) =>
      /data-until="([^"]+)"/.exec(
        show(newBlock('countdown', 'x', { until }), {}, { zone: 'Europe/London' }),
      )![1];
    expect([at('2026-10-24T12:00'), at('2026-10-26T12:00')]).toEqual([
      '2026-10-24T11:00:00Z',
      '2026-10-26T12:00:00Z',
    ]);
  });
  it('shows visitors nothing while it is not set', () =>
    expect(show(newBlock('countdown', 'x'))).toBe(''));
});

describe('free times', () => {
  const formId = '00000000-0000-4000-8000-000000000001' as never;
  const forms = {
    [formId]: {
      version: 1 as const,
      name: 'F',
      questions: [],
      button: 'Book',
      consent: '',
      after: { kind: 'next-step' as const },
      tell: [],
    },
  };
  const time = (hour: number, left = 1) => ({
    start: `2026-11-10T${hour}:00:00Z`,
    label: `${hour}:00`,
    left,
  });
  const shown = (times: Partial<FreeTimes>, typed: Record<string, string> = {}) =>
    show(newBlock('booking', 'x', { formId }), {
      forms: forms as never,
      times: () => ({ days: [], nearest: [], seats: false, later: null, ...times }),
      formState: () => ({ kind: 'fresh', typed }),
    });
  const days = [
    { date: '2026-11-10', label: 'Tuesday', times: [time(14), time(15)] },
    { date: '2026-11-11', label: 'Wednesday', times: [time(16)] },
  ];
  it('open on the first day, or on the day of what was chosen', () => {
    expect(shown({ days })).toMatch(/<details name="day" open="">\s*<summary>Tuesday/);
    const chosen = shown({ days }, { _slot: days[1]!.times[0]!.start });
    expect(chosen).toMatch(/<details name="day" open="">\s*<summary>Wednesday/);
    expect(chosen).toMatch(
      /checked="" value="2026-11-10T16:00:00Z"|value="2026-11-10T16:00:00Z" checked=""/,
    );
  });
  it('say how many seats are left, and choose the only one there is', () => {
    const html = shown({
      seats: true,
      days: [{ date: '2026-11-19', label: 'Thursday', times: [time(23, 1)] }],
    });
    expect(html).toContain('Thursday at 23:00');
    expect(html).toContain('1 seat left');
    expect(html).toContain('checked=""');
  });
  it('say so when there are none', () =>
    expect(shown({})).toContain('There is no free time just now'));
  it('lead to later days', () =>
    expect(shown({ days, later: '/x?from=2026-11-20' })).toContain('href="/x?from=2026-11-20"'));
});

it('has a name in the outline for every kind', () => {
  for (const [kind, { label }] of Object.entries(blockKinds))
    expect([kind, label.length > 2]).toEqual([kind, true]);
});
