/**
 * Kinds of parts that are better off the bench as short a time as may be: glass, optics, thin leads.
 * Common practice, no source.
 */
export const fragileKinds: ReadonlySet<string> = new Set(['display', 'camera', 'antenna', 'window']);
