import type { Screw } from '../sequence/screw.ts';
import { metricThread } from '../tables/metricThreads.ts';

/** Steel, g/mm³ (7.85 g/cm³, handbook value, from memory). */
const steel = 7.85e-3;
/** A cross recess takes about this share out of a pan head. Common practice, no source. */
const recessShare = 0.12;
/**
 * How far real screws are from the drawing: heads differ most. Relative, one standard deviation. Common
 * practice, no source; a counted sample is always better.
 */
const geometrySpread = 0.12;
/** Screws of one box differ by this much from each other. Common practice, no source. */
const screwSpread = 0.01;

/**
 * The mass of a screw with a pan head, g: a cylinder of the pitch diameter d2 = d − 0.6495·P (ISO 724, from
 * memory) under a head of the table's size, less its recess. Null where thread or length is not known.
 */
export function screwMass({ thread, lengthMm, head }: Screw): number | null {
  const row = metricThread(thread);
  if (!row || !lengthMm) return null;
  const pitchDiameter = row.diameterMm - 0.6495 * row.pitchMm;
  const shank = (Math.PI / 4) * pitchDiameter ** 2 * lengthMm;
  // A wafer head is about a third as high and a third wider; a countersunk one is a cone within the length.
  const height =
    head === 'wafer' ? row.headHeightMm / 3 : head === 'flat' ? row.headHeightMm / 3 : row.headHeightMm;
  const diameter = head === 'wafer' ? row.headDiameterMm * 1.3 : row.headDiameterMm;
  const cap = (Math.PI / 4) * diameter ** 2 * height * (1 - recessShare);
  return steel * (shank + cap);
}

export interface Weighing {
  /** What the scale shows, g, without the cell. */
  readonly massG: number;
  /** The last figure of the scale, g. */
  readonly resolutionG: number;
  readonly screw: Screw;
  /** Screws of the same kind that were counted and weighed. */
  readonly sample?: { readonly count: number; readonly massG: number } | null;
}

export type WeighedCount =
  | {
      readonly kind: 'count';
      readonly count: number;
      /** The mass of one, g, and where it comes from. */
      readonly eachG: number;
      readonly from: 'sample' | 'geometry';
      /** Fewest and most that the mass allows (two standard deviations). */
      readonly least: number;
      readonly most: number;
      /** One number only is allowed. */
      readonly sure: boolean;
    }
  | { readonly kind: 'unknown'; readonly why: string };

/**
 * How many screws a mass is. The uncertainty is that of one screw's mass (from the sample's own weighing, or
 * from the drawing), the spread between screws, and half a figure of the scale. Says when it cannot tell.
 */
export function countByMass({ massG, resolutionG, screw, sample }: Weighing): WeighedCount {
  const unknown = (why: string): WeighedCount => ({ kind: 'unknown', why });
  if (!(massG >= 0) || massG > 10_000) return unknown('a mass between 0 and 10 000 g is expected');
  if (!(resolutionG > 0)) return unknown('the last figure of the scale must be more than 0 g');
  if (sample && (!(sample.massG > 0) || !Number.isInteger(sample.count) || sample.count < 1))
    return unknown('a sample needs at least one counted screw and its mass');
  const eachG = sample ? sample.massG / sample.count : screwMass(screw);
  if (eachG === null)
    return unknown(
      'the thread or the length of this screw is not known: count a few, weigh them as a sample',
    );
  if (resolutionG > eachG)
    return unknown(`one screw weighs about ${eachG.toFixed(2)} g, less than the scale can show`);
  const eachSpread = sample
    ? Math.hypot(resolutionG / 2 / sample.massG, screwSpread / Math.sqrt(sample.count))
    : geometrySpread;
  const count = massG / eachG;
  const spread = Math.hypot(count * eachSpread, screwSpread * Math.sqrt(count), resolutionG / 2 / eachG);
  const nearest = Math.round(count);
  // A whole number is always allowed that the mass is nearest to.
  const least = Math.min(nearest, Math.max(0, Math.ceil(count - 2 * spread)));
  const most = Math.max(nearest, Math.floor(count + 2 * spread));
  return {
    kind: 'count',
    count: nearest,
    eachG,
    from: sample ? 'sample' : 'geometry',
    least,
    most,
    sure: least === most,
  };
}
