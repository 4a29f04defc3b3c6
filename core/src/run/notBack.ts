import type { JobState } from './foldJob.ts';
import type { RunStep } from './runStep.ts';

/** A part, a tape or a shield that came off and is not back: named, with the step that puts it back. */
export interface NotBack {
  readonly step: string;
  readonly part: string;
  readonly words: string;
}

/**
 * What came off and is not back on. A bracket, shield or tape that is forgotten is the commonest error of
 * all, so it stops the closing; a step that was left out with a reason counts as not back.
 */
export function notBack(
  steps: readonly RunStep[],
  state: JobState,
  nameOf: (part: string) => string,
): NotBack[] {
  return steps.flatMap((step): NotBack[] => {
    const { action } = step;
    if (step.phase !== 'back' || !action || !state.done.has(`down:${action.id}`) || state.done.has(step.id))
      return [];
    if (action.verb === 'lift')
      return [{ step: step.id, part: action.part, words: `${nameOf(action.part)} is not back` }];
    if (action.verb === 'peel')
      return [{ step: step.id, part: action.part, words: `${nameOf(action.part)}: the tape is not back` }];
    return [];
  });
}
