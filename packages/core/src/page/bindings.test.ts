import type {
  CalendarId,
  FileId,
  FormId,
  LinkedBandId,
  PageId,
  PictureId,
} from '../basics/index.ts';
import {
  asItIs,
  Band,
  bindingsOf,
  bookingFormsOf,
  copyNode,
  emptyPage,
  newBand,
  newBlock,
  rebind,
  type Block,
  type Rebinding,
} from './index.ts';

const uuid = (last: string) => `00000000-0000-4000-8000-${last.padStart(12, '0')}`;
const picture = (last: string) => ({ id: uuid(last) as PictureId, width: 9, height: 6 });

const band = newBand(
  'b',
  [
    {
      id: 'c',
      share: 1,
      blocks: [
        newBlock('picture', 'p', { picture: picture('1') }),
        newBlock('gallery', 'g', {
          items: [
            { picture: picture('1'), alt: 'kept' },
            { picture: picture('2'), alt: 'gone' },
          ],
        }),
        newBlock('team', 't', {
          items: [{ name: 'A', role: 'B', text: 'C', picture: picture('2') }],
        }),
        newBlock('form', 'f', { formId: uuid('3') as FormId }),
        newBlock('booking', 'k', {
          formId: uuid('3') as FormId,
          calendarId: uuid('4') as CalendarId,
        }),
        newBlock('button', 'd', {
          action: { kind: 'download', file: uuid('5') as FileId },
        }),
        newBlock('button', 'l', { action: { kind: 'page', page: uuid('6') as PageId } }),
        newBlock('video', 'v', {
          source: { from: 'file', file: uuid('5') as FileId },
          poster: picture('1'),
        }),
        newBlock('navigation', 'n', {
          items: [
            { label: 'Here', page: uuid('6') as PageId },
            { label: 'Away', page: uuid('7') as PageId },
          ],
        }),
      ] as Block[],
    },
  ],
  {
    picture: { ...picture('2'), fade: 20, focus: { x: 1, y: 2 } },
    linked: uuid('8') as LinkedBandId,
  },
);

it('finds everything that parts are bound to, each once', () =>
  expect(bindingsOf([band])).toEqual({
    forms: [uuid('3')],
    pictures: [uuid('2'), uuid('1')],
    files: [uuid('5')],
    calendars: [uuid('4')],
    pages: [uuid('6'), uuid('7')],
    linked: [uuid('8')],
    listings: [],
  }));

const same: Rebinding = {
  form: (id) => id,
  picture: (id) => id,
  file: (id) => id,
  calendar: (id) => id,
  page: (id) => id,
  linkedBand: (id) => id,
  listing: (id) => id,
};

it('changes nothing when everything stays what it is', () =>
  expect(rebind(band, same)).toEqual(band));

it('binds anew, and leaves no hole where there is nothing to bind to', () => {
  const bound = rebind(band, {
    form: () => uuid('30') as FormId,
    picture: (id) => (id === uuid('1') ? (uuid('10') as PictureId) : null),
    file: () => null,
    calendar: () => uuid('40') as CalendarId,
    page: (id) => (id === uuid('6') ? (uuid('60') as PageId) : null),
    linkedBand: () => null,
    listing: () => null,
  });
  expect(Band.safeParse(bound).error?.issues ?? []).toEqual([]);
  expect([bound.picture, bound.linked]).toEqual([null, null]);
  expect(bound.columns[0]!.blocks).toMatchObject([
    { picture: { id: uuid('10'), width: 9 } },
    { items: [{ alt: 'kept' }] },
    { items: [{ name: 'A', picture: null }] },
    { formId: uuid('30') },
    { formId: uuid('30'), calendarId: uuid('40') },
    { action: { kind: 'next-step' } },
    { action: { kind: 'page', page: uuid('60') } },
    { source: { from: 'nowhere' }, poster: { id: uuid('10') } },
    { items: [{ label: 'Here', page: uuid('60') }] },
  ]);
});

it('knows the forms through which a time is booked, however deep they stand', () => {
  const form = '00000000-0000-4000-8000-0000000000f1' as FormId;
  const other = '00000000-0000-4000-8000-0000000000f2' as FormId;
  const blocks = [
    newBlock('form', 'a', { formId: other }),
    newBlock('booking', 'b', { formId: form }),
  ];
  const band = newBand('band', [{ id: 'c', share: 1, blocks }]);
  expect([...bookingFormsOf([{ ...emptyPage('P'), bands: [band] }])]).toEqual([form]);
  expect(bookingFormsOf(null).size).toBe(0);
});

it('leaves looks, boxes and icons as they are', () => {
  const icon = {
    kind: 'drawn' as const,
    name: 'check',
    box: [0, 0, 24, 24] as [number, number, number, number],
    line: 2,
    shapes: [{ tag: 'path' as const, paint: 'line' as const, d: 'M0 0h9' }],
  };
  const band = newBand(
    'band',
    [
      {
        id: 'c',
        box: {
          surface: { from: 'deep', to: 'action', angle: 90 },
          inner: { top: 1, right: 2, bottom: 3, left: 4 },
        },
        phoneOrder: ['t', 'k'],
        blocks: [
          newBlock('button', 'k', {
            icon,
            look: { fill: '#C2410C', edge: { width: 2, color: 'ink' } },
          }),
          newBlock('ticks', 't', { icon }),
        ],
      },
    ],
    { frame: { shadow: 2 } },
  );
  expect(rebind(band, asItIs)).toEqual(band);
  const copied = copyNode('band', band as never, () => 'x') as unknown as Band;
  expect(copied.columns[0]!.blocks[1]).toMatchObject({ icon });
});
