import { z } from 'zod';

/**
 * Recess families. The size carries the family's usual prefix: PH0, JIS0, T5 (six-lobe), P5 (five-lobe),
 * Y0 (three-wing), H1.5 (hex socket, or the outside hexagon of a standoff).
 */
export const drives = ['PH', 'JIS', 'T', 'P', 'slot', 'Y', 'hex'] as const;
export const driveSchema = z.enum(drives);
export type Drive = z.infer<typeof driveSchema>;

export const heads = ['pan', 'flat', 'wafer'] as const;

/** A kind of screw; what is not known is absent or null, never zero. */
export const screwSchema = z.strictObject({
  drive: driveSchema.nullish(),
  size: z.string().max(12).nullish(),
  thread: z
    .string()
    .regex(/^M\d+(\.\d+)?$/, 'a metric thread such as M2')
    .nullish(),
  lengthMm: z.number().positive().max(100).nullish(),
  head: z.enum(heads).nullish(),
  captive: z.boolean().nullish(),
  shouldered: z.boolean().nullish(),
  sprung: z.boolean().nullish(),
  /** What tells it from others where nobody measured it: short, long, silver, black. */
  look: z.string().max(40).nullish(),
});
export type Screw = z.infer<typeof screwSchema>;

/** The outline that stands for a recess on screen and paper. */
export const driveNames: Readonly<Record<Drive, string>> = {
  PH: 'cross',
  JIS: 'cross, Japanese pattern',
  T: 'six-lobe',
  P: 'five-lobe',
  slot: 'slot',
  Y: 'three-wing',
  hex: 'hex',
};

/** `PH0 M2 × 5 captive`: the kind in the shop's own short form; empty where nothing is known. */
export function screwWords(screw: Screw | null | undefined): string {
  if (!screw) return '';
  const size = screw.size ?? (screw.drive ? driveNames[screw.drive] : null);
  return [
    size,
    threadWords(screw),
    screw.look,
    screw.head,
    screw.captive && 'captive',
    screw.shouldered && 'shouldered',
    screw.sprung && 'sprung',
  ]
    .filter(Boolean)
    .join(' ');
}

/** `M2 × 5`, `M2`, or `5 mm` where only the length is known. */
export function threadWords({ thread, lengthMm }: Screw): string {
  if (thread && lengthMm != null) return `${thread} × ${lengthMm}`;
  if (thread) return thread;
  return lengthMm != null ? `${lengthMm} mm` : '';
}

/** Two screws are of one kind when nothing that is known tells them apart. The key orders and groups kinds. */
export function screwKind(screw: Screw): string {
  const flags = [screw.captive && 'c', screw.shouldered && 's', screw.sprung && 'j'].filter(Boolean).join('');
  return [
    screw.drive ?? '',
    screw.size ?? '',
    screw.thread ?? '',
    screw.lengthMm ?? '',
    screw.head ?? '',
    flags,
    ...(screw.look ? [screw.look] : []),
  ].join('|');
}
