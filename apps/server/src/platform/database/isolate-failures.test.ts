import { isolateFailures } from './isolate-failures.ts';
import { isDataError, sqlState } from './sql-state.ts';

const refusal = (code: string) =>
  new Error('Failed query', { cause: Object.assign(new Error('no'), { code, severity: 'ERROR' }) });

describe('isolateFailures', () => {
  it('does all but the bad ones, each of which is told by itself', async () => {
    const done: number[] = [];
    const bad: number[] = [];
    let runs = 0;
    await isolateFailures(
      Array.from({ length: 400 }, (_, index) => index),
      async (items) => {
        runs++;
        if (items.some((item) => item === 7 || item === 250)) throw refusal('22P05');
        done.push(...items);
      },
      (item) => void bad.push(item),
    );
    expect(bad).toEqual([7, 250]);
    expect(done).toHaveLength(398);
    expect(runs).toBeLessThan(40);
  });

  it('throws what is not about the data, and calls nothing bad', async () => {
    const bad: number[] = [];
    const lost = Object.assign(new Error('Connection terminated'), { code: 'ECONNRESET' });
    const work = isolateFailures(
      [1, 2],
      () => Promise.reject(lost),
      (item) => void bad.push(item),
    );
    await expect(work).rejects.toBe(lost);
    expect(bad).toEqual([]);
  });
});

// Codes of PostgreSQL's appendix A.
it.each([
  [refusal('22P05'), true],
  [refusal('23505'), true],
  [refusal('54000'), true],
  [refusal('57P01'), false],
  [refusal('08006'), false],
  [Object.assign(new Error('EPIPE'), { code: 'EPIPE' }), false],
  ['a string', false],
])('knows %p as about data: %p', (error, is) => expect(isDataError(error)).toBe(is));

it('reads the code through what wraps it', () => expect(sqlState(refusal('22003'))).toBe('22003'));
