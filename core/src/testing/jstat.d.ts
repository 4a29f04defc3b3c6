/** What the tests use of jStat, which brings no types of its own. */
declare module 'jstat' {
  const jStat: {
    readonly normal: { inv(p: number, mean: number, sd: number): number };
    readonly lognormal: {
      inv(p: number, mu: number, sigma: number): number;
      sample(mu: number, sigma: number): number;
    };
    mean(values: readonly number[]): number;
  };
  export default jStat;
}
