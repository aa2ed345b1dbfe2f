import fc from 'fast-check';
import type { FormId } from '../basics/index.ts';
import { shortForm } from '../forms/index.ts';
import {
  allIds,
  applyEdit,
  blockKinds,
  blocksOf,
  copyNode,
  Draft,
  limits,
  locate,
  emptyPage,
  newBand,
  newColumn,
  PageDocument,
  newBlock,
  pageNode,
  readBand,
  readPageDocument,
  type Band,
  type BlockKindName,
  type Draft as DraftType,
  type Edit,
  type EditProblem,
  type TreeNode,
} from './index.ts';

const formId = '00000000-0000-4000-8000-000000000001' as FormId;
const node = (part: unknown) => part as TreeNode;
const band = (id: string, columns: Band['columns']): Band => newBand(id, columns, { name: id });

/** Two bands, three columns, four blocks and a form of three questions. */
const draft = (): DraftType => ({
  page: {
    ...emptyPage('Title'),
    bands: [
      band('b1', [
        newColumn('c1', [newBlock('heading', 'h1'), newBlock('text', 't1')]),
        newColumn('c2', [newBlock('form', 'f1', { formId })]),
      ]),
      band('b2', [
        newColumn('c3', [newBlock('button', 'k1', { action: { kind: 'scroll', band: 'b2' } })]),
      ]),
    ],
  },
  forms: { [formId]: shortForm('Form', ['q1', 'q2', 'q3']) },
});

const apply = (edit: Edit, to = draft()) => applyEdit(to, edit);

describe('applyEdit', () => {
  it.each<[string, Edit]>([
    [
      'a block put in',
      { do: 'insert', parent: 'c1', index: 1, node: node(newBlock('divider', 'd1')) },
    ],
    [
      'a band put in',
      {
        do: 'insert',
        parent: pageNode,
        index: 0,
        node: node(band('b9', [newColumn('c9')])),
      },
    ],
    ['a block taken out', { do: 'remove', id: 't1' }],
    ['a band taken out with all in it', { do: 'remove', id: 'b1' }],
    ['a block moved within its column', { do: 'move', id: 'h1', parent: 'c1', index: 1 }],
    ['a block moved to another band', { do: 'move', id: 'h1', parent: 'c3', index: 1 }],
    ['a question moved', { do: 'move', id: 'q3', parent: formId, index: 0 }],
    ['words changed', { do: 'set', id: 'h1', changes: { text: 'New words', level: 1 } }],
    ['a question made required', { do: 'set', id: 'q3', changes: { required: true } }],
    [
      'a question of another kind',
      { do: 'set', id: 'q3', changes: { kind: 'choice', options: ['A', 'B'] } },
    ],
    ['a form’s button renamed', { do: 'set', id: formId, changes: { button: 'Save my place' } }],
    ['the page’s title changed', { do: 'set', id: pageNode, changes: { title: 'Other' } }],
    [
      'the whole draft put in place of it',
      { do: 'replace', draft: { page: emptyPage('Other'), forms: {} } },
    ],
  ])('%s is undone by its inverse', (_what, edit) => {
    const before = draft();
    const there = apply(edit, before);
    if (!there.ok) throw new Error(there.problem);
    expect(there.value.draft).not.toEqual(before);
    expect(Draft.safeParse(there.value.draft).success).toBe(true);
    const back = applyEdit(there.value.draft, there.value.inverse);
    expect(back.ok && back.value.draft).toEqual(before);
  });

  it.each<[string, Edit, EditProblem]>([
    ['a part that is not there', { do: 'remove', id: 'nope' }, 'no-such-part'],
    ['the page itself', { do: 'remove', id: pageNode }, 'no-such-part'],
    [
      'a place that is not there',
      { do: 'move', id: 'h1', parent: 'nope', index: 0 },
      'no-such-place',
    ],
    ['an index past the end', { do: 'move', id: 'h1', parent: 'c3', index: 9 }, 'no-such-place'],
    [
      'half an index',
      { do: 'insert', parent: 'c1', index: 0.5, node: node(newBlock('divider', 'd1')) },
      'no-such-place',
    ],
    ['a block into a band', { do: 'move', id: 'h1', parent: 'b2', index: 0 }, 'wrong-place'],
    [
      'a band into a column',
      {
        do: 'insert',
        parent: 'c1',
        index: 0,
        node: node(band('b9', [newColumn('c9')])),
      },
      'wrong-place',
    ],
    ['a band’s last column', { do: 'remove', id: 'c3' }, 'last-one-stays'],
    [
      'an id that is taken',
      { do: 'insert', parent: 'c1', index: 0, node: node(newBlock('divider', 't1')) },
      'id-taken',
    ],
    [
      'a form that is not here',
      { do: 'insert', parent: 'c1', index: 0, node: node(newBlock('form', 'f2')) },
      'unknown-form',
    ],
    ['a level that does not exist', { do: 'set', id: 'h1', changes: { level: 7 } }, 'not-valid'],
    [
      'a setting that does not exist',
      { do: 'set', id: 'h1', changes: { onclick: 'x' } },
      'not-valid',
    ],
    ['another id', { do: 'set', id: 'h1', changes: { id: 'h2' } }, 'not-valid'],
    ['another kind of block', { do: 'set', id: 'h1', changes: { kind: 'text' } }, 'not-valid'],
    ['children by way of settings', { do: 'set', id: 'b1', changes: { columns: [] } }, 'not-valid'],
    [
      'an address that runs script',
      {
        do: 'set',
        id: 'k1',
        changes: { action: { kind: 'address', href: 'javascript:alert(1)' } },
      },
      'not-valid',
    ],
    ['two questions of one key', { do: 'set', id: 'q2', changes: { key: 'name' } }, 'not-valid'],
  ])('refuses %s', (_what, edit, problem) => expect(apply(edit)).toEqual({ ok: false, problem }));

  it('refuses what would be too much', () => {
    let full = draft();
    for (let n = 1; full.page.bands[1]!.columns[0]!.blocks.length < limits.blocks; n++) {
      const next = applyEdit(full, {
        do: 'insert',
        parent: 'c3',
        index: 0,
        node: node(newBlock('divider', `d${n}`)),
      });
      if (!next.ok) throw new Error(next.problem);
      full = next.value.draft;
    }
    expect(applyEdit(full, { do: 'move', id: 'h1', parent: 'c3', index: 0 })).toEqual({
      ok: false,
      problem: 'place-full',
    });
  });

  it('leaves everything beside the edit as the same object', () => {
    const before = draft();
    const after = apply({ do: 'set', id: 'h1', changes: { text: 'X' } }, before);
    expect(after.ok && after.value.draft.page.bands[1]).toBe(before.page.bands[1]);
    expect(after.ok && after.value.draft.forms).toBe(before.forms);
  });
});

describe('any run of edits', () => {
  const kinds = Object.keys(blockKinds) as BlockKindName[];
  /** An edit drawn against whatever draft it meets, good or bad: the numbers pick from its parts. */
  const anyEdit = fc.record({
    do: fc.constantFrom('insert', 'remove', 'move', 'set', 'copy'),
    a: fc.nat(60),
    b: fc.nat(60),
    index: fc.nat(4),
    kind: fc.constantFrom(...kinds),
    text: fc.string({ maxLength: 20 }),
  });

  it('keeps the draft valid, and its inverses lead all the way back', () => {
    let fresh = 0;
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 30 }), (drawn) => {
        const start = draft();
        let now: DraftType = start;
        const inverses: Edit[] = [];
        for (const one of drawn) {
          const parts = [pageNode, formId, ...allIds(now)];
          const [a, b] = [parts[one.a % parts.length]!, parts[one.b % parts.length]!];
          const result = applyEdit(
            now,
            draw(one, a, b, now, () => `n${fresh++}`),
          );
          if (!result.ok) continue;
          now = result.value.draft;
          inverses.unshift(result.value.inverse);
          expect(Draft.safeParse(now).error?.issues ?? []).toEqual([]);
        }
        for (const inverse of inverses) {
          const result = applyEdit(now, inverse);
          if (!result.ok) throw new Error(`The inverse was refused: ${result.problem}`);
          now = result.value.draft;
        }
        expect(now).toEqual(start);
      }),
      { numRuns: 300 },
    );
  });

  function draw(
    one: { do: string; index: number; kind: BlockKindName; text: string },
    a: string,
    b: string,
    now: DraftType,
    newId: () => string,
  ): Edit {
    switch (one.do) {
      case 'insert':
        return {
          do: 'insert',
          parent: a,
          index: one.index,
          node: node(
            newBlock(
              one.kind,
              newId(),
              one.kind === 'form' || one.kind === 'booking' ? { formId } : {},
            ),
          ),
        };
      case 'copy': {
        const found = locate(now, a)!;
        return found.parent
          ? {
              do: 'insert',
              parent: found.parent,
              index: found.index,
              node: copyNode(found.kind, found.node, newId),
            }
          : {
              do: 'insert',
              parent: pageNode,
              index: 0,
              node: node(band(newId(), [newColumn(newId())])),
            };
      }
      case 'remove':
        return { do: 'remove', id: a };
      case 'move':
        return { do: 'move', id: a, parent: b, index: one.index };
      default: {
        const setting =
          ['text', 'label', 'name', 'title', 'button'].find((name) =>
            Object.hasOwn(locate(now, a)!.node, name),
          ) ?? 'text';
        return { do: 'set', id: a, changes: { [setting]: one.text } };
      }
    }
  }
});

describe('copyNode', () => {
  it('gives every part a new id, and lets a button follow its own band', () => {
    let next = 0;
    const copy = copyNode(
      'band',
      node(draft().page.bands[1]),
      () => `n${next++}`,
    ) as unknown as Band;
    expect([copy.id, copy.columns[0]!.id, copy.columns[0]!.blocks[0]!.id]).toEqual([
      'n0',
      'n1',
      'n2',
    ]);
    expect(copy.columns[0]!.blocks[0]).toMatchObject({ action: { kind: 'scroll', band: 'n0' } });
  });
});

describe('readPageDocument', () => {
  it.each([
    [{}, 'This is not a page document: it has no version.'],
    [{ version: 9 }, 'This page document has version 9; this program reads up to 8.'],
    [{ version: 0 }, 'No page document ever had version 0.'],
  ])('refuses %j', (stored, problem) =>
    expect(readPageDocument(stored)).toEqual({ ok: false, problem }),
  );
  it('brings the sixth version up to date: looks, boxes and orders of one’s own, none of which were there', () => {
    const block = (id: string, kind: string, more: object) => ({ id, kind, ...more });
    const { version: _version, ...page } = emptyPage('Old');
    const sixth = {
      ...page,
      version: 6,
      bands: [
        {
          id: 'b',
          name: 'Top',
          surface: 'deep',
          picture: {
            id: '00000000-0000-4000-8000-0000000000a1',
            width: 9,
            height: 9,
            fade: 60,
            focus: { x: 1, y: 2 },
          },
          space: 92,
          width: 'wide',
          phone: 'stacked',
          shown: 'both',
          linked: null,
          popup: '',
          suggested: [],
          columns: [
            {
              id: 'c',
              share: 1,
              blocks: [
                block('h', 'heading', { text: 'One', level: 1, align: 'centre' }),
                block('k', 'button', {
                  label: 'Go',
                  action: { kind: 'call' },
                  look: 'outline',
                  align: 'start',
                }),
                block('f', 'form', { formId, title: 'Ask', intro: '' }),
                block('t', 'ticks', { items: ['One'] }),
                block('l', 'logo', {}),
              ],
            },
          ],
        },
      ],
    };
    const read = readPageDocument(sixth);
    if (!read.ok) throw new Error(read.problem);
    const [band] = read.value.bands;
    expect(band).toMatchObject({ frame: {}, phoneOrder: [], surface: 'deep' });
    expect(band!.columns[0]).toMatchObject({ box: {}, place: null, ownName: '', phoneOrder: [] });
    expect(band!.columns[0]!.blocks).toMatchObject([
      { look: { align: 'center' }, ownName: '' },
      { look: {}, shape: 'outline', note: '', icon: null },
      { look: {}, box: {}, press: {}, layout: 'stacked' },
      { look: {}, icon: null },
      { width: null, phoneWidth: null },
    ]);
  });

  it('brings the first version up to date: words, spaces, pictures, countdowns and cards', () => {
    const first = {
      version: 1,
      title: 'Old',
      description: '',
      bands: [
        {
          id: 'b',
          name: 'Bar',
          surface: 'paper',
          space: 'bar',
          width: 'wide',
          columns: [
            {
              id: 'c',
              share: 1,
              blocks: [
                { id: 't', kind: 'text', text: 'One\n\nTwo', size: 'lead', align: 'start' },
                { id: 'p', kind: 'picture', picture: null, alt: '', crop: 'whole' },
                { id: 'k', kind: 'countdown', until: '', above: '', over: '', align: 'start' },
                { id: 'd', kind: 'cards', items: [{ title: 'A', text: 'B' }] },
              ],
            },
          ],
        },
      ],
    };
    const read = readPageDocument(first);
    if (!read.ok) throw new Error(read.problem);
    expect(read.value).toMatchObject({
      version: 8,
      kind: 'landing',
      popups: [],
      bands: [
        {
          space: 13,
          phone: 'beside',
          columns: [
            {
              blocks: [
                { text: [{ runs: [{ text: 'One' }] }, { runs: [{ text: 'Two' }] }] },
                { drawing: 'none', focus: { x: 50, y: 50 } },
                { counts: 'moment' },
                { items: [{ picture: null }] },
              ],
            },
          ],
        },
      ],
    });
  });
  it('reads a page and a band of the third version, whose maps had no address of their own', () => {
    const map = { id: 'm', kind: 'map', zoom: 15, height: 320, directions: 'Directions' };
    const band = newBand('b', [{ id: 'c', share: 1, blocks: [map as never] }]);
    const now = { address: '', place: null };
    const read = readPageDocument({ ...emptyPage('Old'), version: 3, bands: [band] });
    expect(read.ok && blocksOf(read.value)[0]).toMatchObject(now);
    const alone = readBand({ version: 3, band });
    expect(alone.ok && alone.value.columns[0]!.blocks[0]).toMatchObject(now);
    expect(readBand({ version: 9, band }).ok).toBe(false);
  });
  it('never throws, whatever was stored, and gives back only what is valid', () =>
    fc.assert(
      fc.property(
        fc.oneof(
          fc.anything(),
          fc.record({ version: fc.constantFrom(1, 2, 3, 4, 5, '1'), bands: fc.anything() }),
          fc.record({
            version: fc.constantFrom(1, 2, 3),
            title: fc.string(),
            description: fc.string(),
            kind: fc.constantFrom('landing', 'site', 'x'),
            popups: fc.array(fc.anything(), { maxLength: 2 }),
            bands: fc.array(
              fc.record({ id: fc.string(), columns: fc.array(fc.anything(), { maxLength: 2 }) }),
              { maxLength: 3 },
            ),
          }),
        ),
        (stored) => {
          const read = readPageDocument(stored);
          if (read.ok) expect(PageDocument.safeParse(read.value).success).toBe(true);
        },
      ),
      { numRuns: 500 },
    ));
  it('reads what the editor keeps', () => {
    const { page } = draft();
    expect(readPageDocument(JSON.parse(JSON.stringify(page)))).toEqual({ ok: true, value: page });
  });
});

it.each(Object.entries(blockKinds))('a new %s is valid as it starts', (kind, { schema }) => {
  expect(schema.safeParse(newBlock(kind as BlockKindName, 'x')).success).toBe(true);
});
