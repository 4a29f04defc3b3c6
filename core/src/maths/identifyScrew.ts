import { metricThreads } from '../tables/metricThreads.ts';
import { recessByThread } from '../tables/recesses.ts';
import { screwMass } from './countingScale.ts';
import type { Screw } from '../sequence/screw.ts';

/** What the calipers say; null where nobody measured. */
export interface ScrewMeasures {
  readonly outerMm: number;
  /** Under the head; for a countersunk screw over all. */
  readonly lengthMm: number | null;
  readonly headMm: number | null;
  readonly headHeightMm: number | null;
  readonly pitchMm: number | null;
  readonly massG: number | null;
}

export interface ScrewGuess {
  readonly screw: Screw;
  readonly designation: string;
  /** 0…1; ranks only. */
  readonly score: number;
  readonly reasons: readonly string[];
}

/** A thread measures a little under its nominal diameter: the crests are cut back. Common practice, no source. */
const underNominal = 0.03;
/** Spread of each measurement, in mm or as a share, with which the guesses are weighed. Common practice, no source. */
const spread = { diameterMm: 0.1, pitchMm: 0.06, headShare: 0.12, massShare: 0.15 } as const;
/** Lengths in which small screws are made. Common practice, no source. */
const usualLengths = [
  1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 7, 8, 9, 10, 12, 14, 16, 18, 20, 22, 25, 30, 35, 40,
];

const bell = (off: number, width: number): number => Math.exp(-0.5 * (off / width) ** 2);

/**
 * From calipers to the likeliest designations, best first: nearness of diameter, pitch and head to the standard
 * (ISO 261, ISO 7045, from memory), and of mass where it was weighed. Empty where nothing is within a third of
 * a millimetre.
 */
export function identifyScrew({
  outerMm,
  lengthMm,
  headMm,
  headHeightMm,
  pitchMm,
  massG,
}: ScrewMeasures): ScrewGuess[] {
  const length = lengthMm === null ? null : nearest(usualLengths, lengthMm);
  return metricThreads
    .flatMap((row): ScrewGuess[] => {
      const off = outerMm - row.diameterMm * (1 - underNominal);
      if (Math.abs(off) > 1 / 3) return [];
      const reasons = [`${outerMm} mm over the thread, ${row.thread} has ${row.diameterMm}`];
      let score = bell(off, spread.diameterMm);
      if (pitchMm !== null) {
        score *= bell(pitchMm - row.pitchMm, spread.pitchMm);
        reasons.push(`pitch ${pitchMm} mm, coarse is ${row.pitchMm}`);
      }
      const head = headOf(row, headMm, headHeightMm);
      if (head) reasons.push(head.words);
      const screw: Screw = {
        thread: row.thread,
        ...(length === null ? {} : { lengthMm: length }),
        ...(head ? { head: head.kind } : {}),
      };
      const mass = massG === null ? null : screwMass(screw);
      if (massG !== null && mass !== null) {
        score *= bell(massG / mass - 1, spread.massShare);
        reasons.push(`${massG} g, drawn it weighs ${mass.toFixed(2)}`);
      }
      return [
        {
          screw,
          designation: [row.thread, length].filter((part) => part !== null).join(' × '),
          score,
          reasons,
        },
      ];
    })
    .sort((a, b) => b.score - a.score);
}

/** A wafer head is wide and low, a pan head as the standard has it; null where the head was not measured. */
function headOf(
  row: (typeof metricThreads)[number],
  headMm: number | null,
  headHeightMm: number | null,
): { kind: 'pan' | 'wafer'; words: string } | null {
  if (headMm === null && headHeightMm === null) return null;
  const wide = headMm !== null && headMm > row.headDiameterMm * (1 + spread.headShare);
  const low = headHeightMm !== null && headHeightMm < row.headHeightMm * 0.6;
  return wide || low
    ? { kind: 'wafer', words: 'the head is broader or lower than a pan head' }
    : { kind: 'pan', words: `a pan head of ${row.thread} is ${row.headDiameterMm} × ${row.headHeightMm} mm` };
}

const nearest = (values: readonly number[], to: number): number =>
  values.reduce((best, value) => (Math.abs(value - to) < Math.abs(best - to) ? value : best));

/** Driver for a recess of a standard screw, by thread: what to try first. */
export const driversFor = (thread: string): { readonly cross: string; readonly sixLobe: string } | null =>
  recessByThread.find((row) => row.thread === thread) ?? null;

export interface DriverRisk {
  readonly risk: 'none' | 'some' | 'high';
  readonly words: string;
}

/** What happens when this driver is put into that recess. Common practice, no source. */
export function driverRisk(recess: string, driver: string): DriverRisk {
  const [a, b] = [splitSize(recess), splitSize(driver)];
  if (!a || !b)
    return {
      risk: 'high',
      words: 'one of the two is no recess or driver that is known here, such as PH0 or T5',
    };
  if (recess.toUpperCase() === driver.toUpperCase()) return { risk: 'none', words: 'they belong together' };
  const cross = new Set(['PH', 'JIS']);
  if (a.family !== b.family) {
    if (cross.has(a.family) && cross.has(b.family) && a.size === b.size)
      return a.family === 'JIS'
        ? { risk: 'high', words: 'a Phillips driver cams out of a Japanese cross: take the JIS one' }
        : {
            risk: 'some',
            words: 'a JIS driver in a Phillips cross holds, and damages less than the reverse',
          };
    return { risk: 'high', words: `${driver} is of another family: it rounds the ${recess}` };
  }
  const steps = b.size - a.size;
  if (Math.abs(steps) > 1)
    return {
      risk: 'high',
      words:
        steps > 0
          ? 'far too large: it does not enter, and slips'
          : 'far too small: it turns in the recess and rounds it',
    };
  return steps > 0
    ? { risk: 'some', words: 'one size too large: it sits high and cams out' }
    : { risk: 'high', words: 'one size too small: it goes in and rounds the recess, the commonest damage' };
}

/** PH000 is two sizes below PH0; other families count as they are written. */
function splitSize(text: string): { family: string; size: number } | null {
  const found = /^(PH|JIS|T|P|Y|H)(\d+(?:\.\d+)?)$/i.exec(text.trim());
  if (!found) return null;
  const family = (found[1] ?? '').toUpperCase();
  const digits = found[2] ?? '0';
  const zeros = /^0+$/.test(digits) ? 1 - digits.length : null;
  return { family, size: zeros ?? Number(digits) };
}

/** Tensile strength at which a screw may be stressed, MPa, and what its thread is cut into. From memory of ISO 898-1 and ISO 3506-1. */
export const screwMaterials = [
  { id: '4.8', words: 'steel 4.8', proofMPa: 310 },
  { id: '8.8', words: 'steel 8.8', proofMPa: 580 },
  { id: 'A2-70', words: 'stainless A2-70', proofMPa: 450 },
] as const;
export const bossMaterials = [
  { id: 'steel', words: 'steel or brass insert', honest: true },
  { id: 'aluminium', words: 'aluminium', honest: true },
  { id: 'magnesium', words: 'magnesium', honest: false },
  { id: 'plastic', words: 'plastic', honest: false },
] as const;

/** Share of the proof load that a small screw is tightened to, and the nut factor of dry, plain threads. Common practice, no source. */
const torqueFactors = { proofShare: 0.65, nutFactor: 0.2, aluminiumShare: 0.6 } as const;

export type TorqueAdvice =
  | {
      readonly kind: 'figure';
      readonly newtonCm: number;
      readonly stressAreaMm2: number;
      readonly formula: string;
    }
  | { readonly kind: 'feel'; readonly words: string };

/** Stress area, mm²: π/4 · (d − 0.9382·P)² (ISO 898-1, from memory). */
export function stressAreaMm2(thread: string): number | null {
  const row = metricThreads.find((known) => known.thread === thread);
  return row ? (Math.PI / 4) * (row.diameterMm - 0.9382 * row.pitchMm) ** 2 : null;
}

/**
 * The highest torque that is still sensible: T = K · d · (share · proof stress · stress area). In plastic, in
 * magnesium and below M1.6 no figure is honest: the boss gives way before the screw.
 */
export function sensibleTorque(
  thread: string,
  screw: (typeof screwMaterials)[number]['id'],
  boss: (typeof bossMaterials)[number]['id'],
): TorqueAdvice {
  const row = metricThreads.find((known) => known.thread === thread);
  const area = stressAreaMm2(thread);
  const material = screwMaterials.find(({ id }) => id === screw);
  const into = bossMaterials.find(({ id }) => id === boss);
  if (!row || area === null || !material || !into || !into.honest || row.diameterMm < 1.6)
    return {
      kind: 'feel',
      words: 'Finger tight and a little: the boss gives way before the screw, and no figure would be honest',
    };
  const loadN = torqueFactors.proofShare * material.proofMPa * area;
  const share = boss === 'aluminium' ? torqueFactors.aluminiumShare : 1;
  const newtonCm = (torqueFactors.nutFactor * row.diameterMm * loadN * share) / 10;
  return {
    kind: 'figure',
    newtonCm,
    stressAreaMm2: area,
    formula: `T = ${torqueFactors.nutFactor} · ${row.diameterMm} mm · ${torqueFactors.proofShare} · ${material.proofMPa} MPa · ${area.toFixed(2)} mm²${share < 1 ? ` · ${share}` : ''}`,
  };
}

export interface BossFit {
  readonly verdict: 'fits' | 'long' | 'short';
  readonly engagedMm: number;
  readonly words: string;
}

/**
 * Does a screw of this length fit this boss? What the part that it holds takes up is off the length; the rest
 * must stay short of the bottom and hold by at least its own diameter (twice that in plastic). Common
 * practice, no source.
 */
export function bossFit(
  lengthMm: number,
  clampedMm: number,
  bossDepthMm: number,
  diameterMm: number,
  plastic: boolean,
): BossFit {
  const engagedMm = Math.round((lengthMm - clampedMm) * 100) / 100;
  const least = plastic ? 2 * diameterMm : diameterMm;
  if (engagedMm > bossDepthMm)
    return {
      verdict: 'long',
      engagedMm,
      words: `${(engagedMm - bossDepthMm).toFixed(1)} mm too long: it reaches through the bottom, into a palm rest, a display or a trace`,
    };
  if (engagedMm < Math.min(least, bossDepthMm))
    return {
      verdict: 'short',
      engagedMm,
      words: `only ${engagedMm.toFixed(1)} mm in the thread, ${least.toFixed(1)} mm would hold: it strips`,
    };
  return {
    verdict: 'fits',
    engagedMm,
    words: `${engagedMm.toFixed(1)} mm in the thread, ${(bossDepthMm - engagedMm).toFixed(1)} mm to the bottom`,
  };
}
