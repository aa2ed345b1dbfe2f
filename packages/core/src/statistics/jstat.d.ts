/** What the tests use of it; it comes without types. */
declare module 'jstat' {
  export const jStat: {
    normal: {
      cdf(x: number, mean: number, deviation: number): number;
      inv(share: number, mean: number, deviation: number): number;
    };
    chisquare: { cdf(x: number, degrees: number): number };
    percentile(values: readonly number[], share: number): number;
  };
}
