/**
 * Coarse pitch by nominal diameter, mm (ISO 261, from memory), and the pan head with cross recess: diameter
 * and height, mm (ISO 7045, from memory; below M1.6 and for M1.4 in the same proportion).
 */
export const metricThreads: readonly {
  readonly thread: string;
  readonly diameterMm: number;
  readonly pitchMm: number;
  readonly headDiameterMm: number;
  readonly headHeightMm: number;
}[] = [
  { thread: 'M1', diameterMm: 1, pitchMm: 0.25, headDiameterMm: 2, headHeightMm: 0.8 },
  { thread: 'M1.2', diameterMm: 1.2, pitchMm: 0.25, headDiameterMm: 2.4, headHeightMm: 1 },
  { thread: 'M1.4', diameterMm: 1.4, pitchMm: 0.3, headDiameterMm: 2.8, headHeightMm: 1.1 },
  { thread: 'M1.6', diameterMm: 1.6, pitchMm: 0.35, headDiameterMm: 3.2, headHeightMm: 1.3 },
  { thread: 'M2', diameterMm: 2, pitchMm: 0.4, headDiameterMm: 4, headHeightMm: 1.6 },
  { thread: 'M2.5', diameterMm: 2.5, pitchMm: 0.45, headDiameterMm: 5, headHeightMm: 2.1 },
  { thread: 'M3', diameterMm: 3, pitchMm: 0.5, headDiameterMm: 5.6, headHeightMm: 2.4 },
  { thread: 'M3.5', diameterMm: 3.5, pitchMm: 0.6, headDiameterMm: 7, headHeightMm: 2.6 },
  { thread: 'M4', diameterMm: 4, pitchMm: 0.7, headDiameterMm: 8, headHeightMm: 3.1 },
  { thread: 'M5', diameterMm: 5, pitchMm: 0.8, headDiameterMm: 9.5, headHeightMm: 3.7 },
];

export const metricThread = (thread: string | null | undefined) =>
  metricThreads.find((row) => row.thread === thread) ?? null;
