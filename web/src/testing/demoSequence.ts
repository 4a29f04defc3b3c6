import { configure, planRoute, readSequence, runSteps, type RunStep, type Sequence } from '@bemtor/core';
import { readFileSync } from 'node:fs';

/** A sequence of the demo, as it is published. */
export function demoSequence(name = 'lark-14'): Sequence {
  const file = new URL(`../../../demo/sequences/${name}.json`, import.meta.url);
  const read = readSequence(JSON.parse(readFileSync(file, 'utf8')));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
}

/** The way to a part of it, for a unit of no option, with its steps. */
export function demoRoute(target: string, name = 'lark-14') {
  const document = demoSequence(name);
  const here = configure(document, {});
  const route = planRoute(document, { targets: [target], configuration: {} });
  if (!route.ok) throw new Error(JSON.stringify(route.fault));
  const steps = runSteps(here, { steps: route.value.steps, targets: [target] });
  const stepWith = (is: (step: RunStep) => boolean): RunStep => {
    const found = steps.find(is);
    if (!found) throw new Error('no step of the demo is so');
    return found;
  };
  return { document, here, route: route.value, steps, stepWith };
}
