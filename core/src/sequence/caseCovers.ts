import type { Joint, Part } from './schema.ts';

/**
 * The covers that are the case: those that screws through the case hold. A port cover that is only clipped on
 * is a cover, but not the case.
 */
export function caseCovers(parts: Iterable<Part>, joints: Iterable<Joint>): ReadonlySet<string> {
  const covers = new Set<string>();
  for (const part of parts) if (part.kind === 'cover') covers.add(part.id);
  const held = new Set<string>();
  for (const joint of joints) if (joint.throughCase) joint.holds.forEach((part) => held.add(part));
  return new Set([...covers].filter((part) => held.has(part)));
}
