import fc from 'fast-check';
import { mergeParts } from './merge-parts.ts';

const was = { phone: '1', town: 'A', week: [{ from: '08:00', to: '12:00' }] };

it.each([
  ['only mine changed', was, { ...was, phone: '2' }, { ...was, phone: '2' }],
  ['only theirs changed', { ...was, town: 'B' }, was, { ...was, town: 'B' }],
  [
    'each another part',
    { ...was, town: 'B' },
    { ...was, phone: '2' },
    { ...was, town: 'B', phone: '2' },
  ],
  ['both the same', { ...was, town: 'B' }, { ...was, town: 'B' }, { ...was, town: 'B' }],
  [
    'keys in another order',
    { ...was, week: [{ to: '12:00', from: '08:00' }] },
    { ...was, week: [] },
    { ...was, week: [] },
  ],
])('merges what two have changed: %s', (_case, now, mine, merged) => {
  expect(mergeParts(now, was, mine)).toEqual({ merged });
});

it('names the part of which each made something else', () => {
  const [theirs, mine] = [
    { ...was, town: 'B', phone: '2' },
    { ...was, town: 'C' },
  ];
  expect(mergeParts(theirs, was, mine)).toEqual({ conflict: 'town' });
});

it('loses nothing: every part is as it was, as theirs or as mine, and changed ones are never as they were', () => {
  const parts = fc.record({ a: fc.nat(2), b: fc.nat(2), c: fc.nat(2) });
  fc.assert(
    fc.property(parts, parts, parts, (was, now, mine) => {
      const result = mergeParts(now, was, mine);
      for (const part of ['a', 'b', 'c'] as const) {
        const both =
          now[part] !== was[part] && mine[part] !== was[part] && now[part] !== mine[part];
        if ('conflict' in result) {
          if (result.conflict === part) expect(both).toBe(true);
          continue;
        }
        expect(both).toBe(false);
        expect(result.merged[part]).toBe(mine[part] !== was[part] ? mine[part] : now[part]);
      }
    }),
  );
});
