import { readFileSync } from 'node:fs';
import { readSequence } from '../sequence/readSequence.ts';
import type { Sequence } from '../sequence/schema.ts';

/** A sequence of the demo workshop. */
export function demoSequence(name: string): Sequence {
  const address = new URL(`../../../demo/sequences/${name}.json`, import.meta.url);
  const read = readSequence(JSON.parse(readFileSync(address, 'utf8')));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
}
