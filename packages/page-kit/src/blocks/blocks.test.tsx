import { plainBrand } from '@plumgate/core/brand';
import type { Facts } from '@plumgate/core/clients';
import type { FormId, PictureId } from '@plumgate/core/basics';
import { newQuestion, shortForm } from '@plumgate/core/forms';
import { pageWords } from '@plumgate/core/languages';
import {
  blockKinds,
  newBlock,
  type Block,
  type BlockKindName,
  type BlockOf,
  type ButtonAction,
  plainReview,
} from '@plumgate/core/page';
import { renderToStaticMarkup } from 'react-dom/server';
import {
  PageContextProvider,
  type FormState,
  type FreeTimes,
  type PageContext,
} from '../page-context.ts';
import { PageStringsProvider } from '../page-strings.ts';
import { sampleContext } from '../testing/sample-context.ts';
import { blockViews } from './index.ts';

const show = (
  block: Block,
  changes: Partial<PageContext> = {},
  about: Partial<Facts> = {},
  language = 'en',
) => {
  const { View } = blockViews[block.kind] as { View: (props: { block: Block }) => React.ReactNode };
  return renderToStaticMarkup(
    <PageContextProvider value={sampleContext(changes, about)}>
      <PageStringsProvider value={pageWords(language)}>
        <View block={block} />
      </PageStringsProvider>
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
  ['figures', ['<dd>0</dd>', 'What this counts']],
  ['price-list', ['<b>What you do</b>', '<em>from $0</em>']],
  ['areas', ['We come to you in', '<li>Port Alder</li>', '<li>Gannet Head</li>']],
  ['space', ['space-medium']],
])('%s shows its words', (kind, parts) => {
  const html = show(newBlock(kind, 'x') as Block);
  for (const part of parts) expect(html).toContain(part);
});

describe('a picture', () => {
  const ref = { id: 'p1' as PictureId, width: 1600, height: 900 };
  const other = { id: 'p2' as PictureId, width: 600, height: 900 };
  const focus = { x: 10, y: 20 };
  const html = (settings: Partial<BlockOf<'picture'>>) =>
    show(newBlock('picture', 'x', { picture: ref, alt: 'The quay', ...settings }));

  it('stands alone where nothing is said of it', () =>
    expect(html({})).toMatch(/^<picture><source/));
  it('has its caption and its own width', () => {
    const shown = html({ caption: 'At dusk', width: 420 });
    expect(shown).toContain('<figcaption>At dusk</figcaption>');
    expect(shown).toContain('--width:420px');
    expect(shown).toContain('min(100vw, 420px)');
  });
  it.each<[BlockOf<'picture'>['action'], string]>([
    [{ kind: 'call' }, 'href="tel:+12075550142"'],
    [{ kind: 'enlarge' }, 'href="/p/p1-1600.webp" data-enlarge="Close"'],
  ])('%j is what a press does', (action, link) => expect(html({ action })).toContain(link));
  it('is no link to nowhere', () => {
    const shown = show(
      newBlock('picture', 'x', { picture: ref, alt: '', action: { kind: 'next-step' } }),
      { nextStep: null },
    );
    expect(shown).not.toContain('<a');
  });
  it('is another one on a phone, or the same in another crop', () => {
    const crop = html({ onPhone: { picture: null, crop: 'tall', focus } });
    expect(crop).toContain('--phone-ratio:4 / 5;--phone-focus:10% 20%');
    expect(crop).not.toContain('media=');
    const two = html({ onPhone: { picture: other, crop: 'whole', focus } });
    expect(two).toContain('media="(max-width: 720px)" srcSet="/p/p2-480.avif 480w');
    expect(two).toContain('--phone-ratio:600 / 900');
  });
});

describe('a form whose questions have more than a label', () => {
  const formId = '00000000-0000-4000-8000-000000000001' as FormId;
  const question = newQuestion('full-name', 'a', {
    key: 'name',
    initial: 'Ana',
    errorText: 'A name, please.',
    above: [{ kind: 'words', text: 'About you' }, { kind: 'divider' }],
  });
  const consent = newQuestion('consent', 'b', { key: 'texts', initial: 'yes' });
  const form = (state: FormState) =>
    show(newBlock('form', 'f', { formId, layout: 'line' }), {
      forms: { [formId]: { ...shortForm('F', ['x', 'y', 'z']), questions: [question, consent] } },
      formState: () => state,
    });

  it('begins with what is in its fields at first, and with nobody’s agreement', () => {
    const fresh = form({ kind: 'fresh', typed: {} });
    expect(fresh).toContain('value="Ana"');
    expect(fresh).not.toContain('checked');
    expect(fresh).toContain('<p>About you</p>');
    expect(fresh).toContain('class="form form-line"');
  });
  it('keeps what was typed, also nothing, and says it in its own words', () => {
    const refused = form({
      kind: 'refused',
      typed: { name: '' },
      problems: [{ field: 'name', code: 'missing' }],
    });
    expect(refused).toContain('A name, please.');
    expect(refused).not.toContain('value="Ana"');
  });
});

it('draws an icon from its shapes, for the eye only', () => {
  const icon = {
    kind: 'drawn' as const,
    name: 'check',
    box: [0, 0, 24, 24] as [number, number, number, number],
    line: 2,
    shapes: [{ tag: 'path' as const, paint: 'line' as const, d: 'M20 6 9 17l-5-5' }],
  };
  const html = show(newBlock('ticks', 'x', { items: ['One'], icon }));
  expect(html).toContain('viewBox="0 0 24 24"');
  expect(html).toContain('aria-hidden="true"');
  expect(html).toContain('<path d="M20 6 9 17l-5-5" fill="none" stroke="currentColor">');
});

it('shows nothing for areas that the fact sheet does not name', () =>
  expect(show(newBlock('areas', 'x'), {}, { areas: [] })).toBe(''));

it('shows markup in a review as text', () => {
  const html = show(
    newBlock('reviews', 'x', { items: [plainReview('<b>bold</b>', '"><script>')] }),
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
      version: 3 as const,
      name: 'F',
      questions: [],
      beforeButton: [],
      button: 'Book',
      consent: '',
      after: { kind: 'next-step' as const },
      notify: [],
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
      times: () => ({
        ...{ days: [], nearest: [], seats: false, later: null },
        ...{ staff: [], choosesStaff: false, places: [], waits: [] },
        ...times,
      }),
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
  it('of an event without seats it says that it is full', () =>
    expect(shown({ seats: true })).toContain('Every seat is taken'));
  it('lead to later days', () =>
    expect(shown({ days, later: '/x?from=2026-11-20' })).toContain('href="/x?from=2026-11-20"'));
});

it('has a name in the outline for every kind', () => {
  for (const [kind, { label }] of Object.entries(blockKinds))
    expect([kind, label.length > 2]).toEqual([kind, true]);
});

describe('a button', () => {
  const button = (action: ButtonAction) => show(newBlock('button', 'x', { label: 'Go', action }));
  const id = '00000000-0000-4000-8000-000000000009';
  it.each<[ButtonAction, string]>([
    [{ kind: 'next-step' }, '/thanks'],
    [{ kind: 'page', page: id as never }, '/other'],
    [{ kind: 'scroll', band: 'form' }, '#form'],
    [{ kind: 'section', section: 'feedback' }, '#feedback'],
    [{ kind: 'address', href: 'https://example.com/' }, 'https://example.com/'],
    [{ kind: 'call' }, 'tel:+12075550142'],
    [{ kind: 'text' }, 'sms:+12075550142'],
    [{ kind: 'email' }, 'mailto:desk@quayside-dental.test'],
    [{ kind: 'popup', popup: 'p' }, '#p'],
    [{ kind: 'download', file: id as never }, `/files/${id}`],
  ])('%j leads to %s', (action, href) => expect(button(action)).toContain(`href="${href}"`));
  it('is not there when nothing is at its other end', () => {
    const gone = { pageHref: () => null, fileHref: () => null, nextStep: null };
    for (const action of [
      { kind: 'next-step' },
      { kind: 'page', page: id },
      { kind: 'download', file: id },
    ] as ButtonAction[])
      expect(show(newBlock('button', 'x', { action }), gone)).toBe('');
    expect(show(newBlock('button', 'x', { action: { kind: 'call' } }), {}, { phone: '' })).toBe('');
  });
});

describe('text', () => {
  it('shows looks, links and lists, and markup as text', () => {
    const run = (text: string, looks = {}) => ({
      text,
      bold: false,
      italic: false,
      href: '',
      ...looks,
    });
    const html = show(
      newBlock('text', 'x', {
        text: [
          {
            kind: 'paragraph',
            runs: [run('<i>plain</i>\nbelow'), run('heavy', { bold: true, italic: true })],
          },
          { kind: 'numbers', items: [[run('here', { href: 'https://example.com/' })]] },
        ],
      }),
    );
    expect(html).toContain('&lt;i&gt;plain&lt;/i&gt;<br/>below<strong><em>heavy</em></strong>');
    expect(html).toContain('<ol><li><p><a href="https://example.com/">here</a></p></li></ol>');
  });
});

describe('a picture', () => {
  const ref = { id: '00000000-0000-4000-8000-00000000000a' as never, width: 1000, height: 500 };
  it('is offered in every format, in widths up to its own, with its size', () => {
    const html = show(newBlock('picture', 'x', { picture: ref, alt: 'The crew' }));
    expect(html).toContain('type="image/avif"');
    expect(html).toContain(
      `/p/${ref.id}-480.webp 480w, /p/${ref.id}-800.webp 800w, /p/${ref.id}-1000.webp 1000w`,
    );
    expect(html).toContain(`src="/p/${ref.id}-1000.jpeg"`);
    expect(html).toContain('width="1000" height="500" alt="The crew"');
  });
  it('keeps the chosen point in sight when it is cropped', () =>
    expect(
      show(newBlock('picture', 'x', { picture: ref, crop: 'square', focus: { x: 10, y: 90 } })),
    ).toContain('object-position:10% 90%'));
  it('is drawn where there is none yet, or not there', () => {
    expect(show(newBlock('picture', 'x', { drawing: 'house', alt: 'A house' }))).toContain(
      'aria-label="A house"',
    );
    expect(show(newBlock('picture', 'x'))).toBe('');
  });
});

describe('what the fact sheet fills', () => {
  const week = Array.from({ length: 7 }, (_, day) =>
    day < 5 ? [{ from: '08:30', to: '24:00' }] : [],
  );
  it('hours, in the words of the country', () => {
    const html = show(newBlock('hours', 'x'), {}, { week });
    expect(html).toContain('<dt>Monday</dt><dd>8:30 AM to midnight</dd>');
    expect(html).toContain('<dt>Sunday</dt><dd>Closed</dd>');
    expect(html).toContain('data-zone="America/New_York"');
    expect(show(newBlock('hours', 'x'))).toBe('');
  });
  it('a map with a way to open it elsewhere', () => {
    const html = show(newBlock('map', 'x', { zoom: 15 }), {}, { place: { lat: 43.2, lng: -69.4 } });
    expect(html).toContain('/t/15/');
    expect(html).toContain('href="geo:43.2,-69.4"');
    expect(show(newBlock('map', 'x'))).toBe('');
  });
  it('a map of an address of its own, which is words alone until it is found', () => {
    const own = {
      address: '3 Ropewalk Loft, {{ client.phone }}',
      place: { lat: 43.1, lng: -69.3 },
    };
    const html = show(newBlock('map', 'x', own), {}, { place: { lat: 43.2, lng: -69.4 } });
    expect(html).toContain('aria-label="Map: 3 Ropewalk Loft, (207) 555-0142"');
    expect(html).toContain('href="geo:43.1,-69.3"');
    const lost = show(newBlock('map', 'x', { ...own, place: null }));
    expect(lost).toBe('<p class="map-lines">3 Ropewalk Loft, (207) 555-0142</p>');
  });
  it('other places on the web, by their names', () =>
    expect(
      show(newBlock('social', 'x'), {}, { social: ['https://www.pictures.example.test/us'] }),
    ).toContain('>pictures.example.test</a>'));
});

it('a film names its address and asks for nothing before it is pressed', () => {
  const html = show(
    newBlock('video', 'x', { source: { from: 'address', href: 'https://example.com/f' } }),
  );
  expect(html).toContain('<a class="play" href="https://example.com/f">');
  expect(html).not.toMatch(/<(iframe|video)/);
  expect(show(newBlock('video', 'x'))).toBe('');
});

describe('in another language', () => {
  const weekdays = [[{ from: '09:00', to: '24:00' }], [], [], [], [], [], []];
  it('days, times and what is closed are said in it, and the script is given its words', () => {
    const block = newBlock('hours', 'x', { saysNow: true }) as Block;
    const html = show(block, {}, { week: weekdays }, 'es');
    expect(html).toContain('<dt>lunes</dt><dd>9:00 a medianoche</dd>');
    expect(html).toContain('<dt>martes</dt><dd>Cerrado</dd>');
    expect(html).toContain('data-locale="es"');
    expect(html).toContain('Abierto ahora, hasta las {time}');
  });
  it('a countdown counts in it', () => {
    const html = show(newBlock('countdown', 'x', { until: '2026-11-19T18:30' }), {}, {}, 'fr');
    expect(html).toContain('jeudi 19 novembre à 18:30');
    expect(html).toContain('secondes');
  });
  it('a form says in it what may be left out and what went wrong', () => {
    const form = {
      ...shortForm('F', ['a', 'b', 'c']),
      questions: [newQuestion('email', 'q', { key: 'email', label: 'Correo', required: false })],
    };
    const id = '00000000-0000-4000-8000-000000000001' as FormId;
    const state = (): FormState => ({
      kind: 'refused',
      typed: {},
      problems: [{ field: 'email', code: 'not-an-email' }],
    });
    const block = newBlock('form', 'x', { formId: id });
    const html = show(block, { forms: { [id]: form }, formState: state }, {}, 'es');
    for (const words of [
      '(opcional)',
      'No parece una dirección',
      'Revise las respuestas',
      'data-unsent="No se ha',
    ])
      expect(html).toContain(words);
  });
});

describe('a logo', () => {
  const logo = { id: 'light' as never, width: 400, height: 100 };
  const shown = (logoOnDark: typeof logo | null) =>
    show(newBlock('logo', 'x'), { brand: { ...plainBrand, logo, logoOnDark } });
  it('has a second form for dark bands', () => {
    const html = shown({ ...logo, id: 'dark' as never });
    expect(html).toContain('/p/light-');
    expect(html).toMatch(/<img class="for-dark" src="\/p\/dark-/);
  });
  it('is the same everywhere where there is one', () =>
    expect(shown(null)).not.toContain('for-dark'));
});
