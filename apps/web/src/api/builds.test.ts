import { builds } from './builds.ts';

it('is outdated while another build answers than at first', () => {
  for (const [build, isOutdated] of [
    [null, false],
    ['a', false],
    ['a', false],
    ['b', true],
    [null, true],
    // It was put back.
    ['a', false],
  ] as const) {
    builds.seen(build);
    expect([build, builds.isOutdated()]).toEqual([build, isOutdated]);
  }
});
