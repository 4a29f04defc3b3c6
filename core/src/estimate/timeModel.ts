import type { Verb } from '../sequence/schema.ts';

/*
 * How long an act takes. The time of an act is log-normal around its default: seconds = default · exp(μ + σ·z).
 * μ and σ are learned per verb from the shop's own runs and shrunk towards the default, as if `priorRuns`
 * acts had been seen that took exactly the default with the usual spread:
 *
 *   x = ln(observed / default), n observations with mean m and sum of squared deviations S
 *   μ = n·m / (n + k)
 *   σ² = (k·σ0² + S + m²·n·k / (n + k)) / (n + k)
 *
 * which is the mean of a normal-inverse-gamma posterior with k pseudo-observations (any textbook on Bayesian
 * data analysis; from memory). docs/estimates.md shows it with an example.
 */

/** Pseudo-observations of the default: about a day's worth of one kind of act. */
export const priorRuns = 8;
/** Usual spread of an act's time, as the standard deviation of its logarithm. Common practice, no source. */
export const priorSigma = 0.35;
/** What is far outside is an interruption that nobody marked as a pause, or a key pressed twice. */
const believable = { least: 0.1, most: 10 } as const;

/** One act as it was timed in a run, pauses left out. */
export interface TimedAct {
  readonly verb: Verb;
  readonly defaultSeconds: number;
  readonly seconds: number;
}

/** Sums per verb, enough to learn from: they add up over jobs. */
export interface VerbTimes {
  readonly n: number;
  readonly sum: number;
  readonly sumOfSquares: number;
}
export type TimeSums = Readonly<Partial<Record<Verb, VerbTimes>>>;

export interface LearnedTime {
  readonly n: number;
  readonly mu: number;
  readonly sigma: number;
}
export type TimeModel = Readonly<Partial<Record<Verb, LearnedTime>>>;

const nothing: VerbTimes = { n: 0, sum: 0, sumOfSquares: 0 };

/** Adds timed acts up per verb; those that are not believable are left out. */
export function addTimes(acts: readonly TimedAct[], known: TimeSums = {}): TimeSums {
  const sums: Partial<Record<Verb, VerbTimes>> = { ...known };
  for (const { verb, defaultSeconds, seconds } of acts) {
    const ratio = seconds / defaultSeconds;
    if (!(ratio >= believable.least && ratio <= believable.most)) continue;
    const x = Math.log(ratio);
    const { n, sum, sumOfSquares } = sums[verb] ?? nothing;
    sums[verb] = { n: n + 1, sum: sum + x, sumOfSquares: sumOfSquares + x * x };
  }
  return sums;
}

/** The log-normal of one verb, shrunk towards its default. */
export function learnTime({ n, sum, sumOfSquares }: VerbTimes = nothing): LearnedTime {
  const mean = n > 0 ? sum / n : 0;
  const squares = Math.max(0, sumOfSquares - n * mean * mean);
  const weight = n + priorRuns;
  const variance = (priorRuns * priorSigma ** 2 + squares + (mean * mean * n * priorRuns) / weight) / weight;
  return { n, mu: (n * mean) / weight, sigma: Math.sqrt(variance) };
}

export const learnTimes = (sums: TimeSums): TimeModel =>
  Object.fromEntries(Object.entries(sums).map(([verb, times]) => [verb, learnTime(times)]));
