import { failure, success, type Result } from '../result.ts';
import type { Sequence, When } from './schema.ts';

/** One value for each option that is known; an option that is not known yet is absent. */
export type Configuration = Readonly<Record<string, string>>;

/** Does an item exist in this configuration? An option that is not known yet excludes nothing. */
export function fits(when: When, configuration: Configuration): boolean {
  return Object.entries(when ?? {}).every(([key, values]) => {
    const value = configuration[key];
    return value === undefined || values.includes(value);
  });
}

/** The document with only the items that exist in the configuration. */
export function configure(sequence: Sequence, configuration: Configuration): Sequence {
  const here = <T extends { when?: When }>(items: readonly T[]): T[] =>
    items.filter((item) => fits(item.when, configuration));
  return {
    ...sequence,
    parts: here(sequence.parts),
    joints: here(sequence.joints),
    actions: here(sequence.actions),
    needs: here(sequence.needs),
    checks: here(sequence.checks),
  };
}

/** Every option at its first value: what a demo unit has unless it says otherwise. */
export function defaultConfiguration(sequence: Sequence): Configuration {
  return Object.fromEntries(sequence.options.map((option) => [option.key, option.values[0] ?? '']));
}

/** Refuses keys and values that the document does not know. */
export function readConfiguration(
  sequence: Sequence,
  given: Readonly<Record<string, string>>,
): Result<Configuration> {
  for (const [key, value] of Object.entries(given)) {
    const option = sequence.options.find((candidate) => candidate.key === key);
    if (!option) {
      const known = sequence.options.map((candidate) => candidate.key).join(', ') || 'none';
      return failure(`"${key}" is not an option of this model`, 'configuration', `options here: ${known}`);
    }
    if (!option.values.includes(value)) {
      return failure(
        `"${value}" is not a value of "${key}"`,
        'configuration',
        `one of ${option.values.join(', ')} is expected`,
      );
    }
  }
  return success(given);
}
