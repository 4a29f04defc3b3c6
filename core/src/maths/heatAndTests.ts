/** Thermal resistance of a heat path, K/W: how much hotter than the room a watt makes it. */
export const heatPathKPerW = (hotC: number, roomC: number, powerW: number): number => (hotC - roomC) / powerW;

export interface HeatComparison {
  readonly before: number;
  readonly after: number;
  /** Share by which the path got better; negative where it got worse. */
  readonly better: number;
  readonly words: string;
}

/** The same path before and after new compound. Common practice, no source, for what counts as a change. */
export function compareHeatPaths(before: number, after: number): HeatComparison {
  const better = 1 - after / before;
  const change = Math.abs(Math.round(better * 100));
  if (better > 0.05) return { before, after, better, words: `${change} % better: the work shows` };
  if (better < -0.05)
    return {
      before,
      after,
      better,
      words: `${change} % worse: a screw is left, a pad is missing, or it sits askew`,
    };
  return { before, after, better, words: 'no change beyond what the measurement hides' };
}

/** Wrist strap, whole path of the wearer, below this, MΩ (ANSI/ESD S20.20, IEC 61340-5-1, from memory). */
const strapMostMOhm = 35;
/** The strap's own resistor, MΩ (from memory); less than most of it is a short. */
const strapLeastMOhm = 0.75;

export interface StrapVerdict {
  readonly verdict: 'good' | 'open' | 'short';
  readonly words: string;
}

export function strapTest(wholePathMOhm: number): StrapVerdict {
  if (wholePathMOhm >= strapMostMOhm)
    return {
      verdict: 'open',
      words: `${wholePathMOhm} MΩ: it does not ground. Wet the skin, tighten it, then try another strap`,
    };
  if (wholePathMOhm < strapLeastMOhm)
    return {
      verdict: 'short',
      words: `${wholePathMOhm} MΩ: its resistor is bridged, it protects nobody. Do not wear it`,
    };
  return { verdict: 'good', words: `${wholePathMOhm} MΩ: below ${strapMostMOhm} MΩ, it grounds` };
}

/** Compound for a die, mm³: area times bond line, and what is pressed out at the edge. Common practice, no source. */
const pressedOut = 1.5;
export const compoundMm3 = (areaMm2: number, bondLineMm: number): number => areaMm2 * bondLineMm * pressedOut;

/** Whole applications in a tube of so many grams; density in g/cm³ as the tube says. */
export const applicationsInTube = (tubeG: number, densityGPerCm3: number, oneMm3: number): number =>
  Math.floor(((tubeG / densityGPerCm3) * 1000) / oneMm3 + 1e-9);
