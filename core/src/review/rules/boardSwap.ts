import type { ReviewContext } from '../finding.ts';
import { practice, type ReviewRule } from '../finding.ts';
import { change, nameIn, withCheck, withPart } from '../change.ts';

/** Kinds of parts that sit on a board and usually do not come with a new one. Common practice, no source. */
const movesWithBoard: ReadonlySet<string> = new Set([
  'heatsink',
  'memory',
  'storage',
  'card',
  'module',
  'coin-cell',
]);

const boards = ({ sequence, index }: ReviewContext) =>
  sequence.parts.filter((part) => part.id === 'system-board' && index.liftOf.has(part.id));

/** A board that is changed comes with a list of what moves over to the new one. */
export const boardMoveOver: ReviewRule = {
  id: 'board-move-over',
  severity: 'warning',
  ground: practice,
  find: (context) =>
    boards(context)
      .filter((part) => part.movesTo.length === 0)
      .flatMap((part) => {
        const moving = context.sequence.parts.filter((other) => movesWithBoard.has(other.kind));
        const names = moving.map((other) => nameIn(context.index, other.id)).join(', ');
        return [
          {
            place: part.id,
            where: part.name,
            reason: 'nothing says which parts move over to a new board',
            remedy:
              moving.length > 0
                ? change(`move over ${names}`, (document) =>
                    withPart(document, part.id, (one) => ({
                      ...one,
                      movesTo: moving.map((other) => other.id),
                    })),
                  )
                : null,
          },
        ];
      }),
};

/** Firmware defaults are restored before the board is changed. */
export const boardFirmware: ReviewRule = {
  id: 'board-firmware',
  severity: 'warning',
  ground: practice,
  find: (context) => {
    const told = /firmware|set-?up|bios|defaults/i;
    const said = [
      ...context.sequence.checks.map((check) => check.text),
      ...context.sequence.actions
        .filter((action) => action.part === 'system-board')
        .flatMap((action) => [...action.cautions, action.note]),
    ];
    if (said.some((text) => told.test(text))) return [];
    return boards(context).map((part) => ({
      place: part.id,
      where: part.name,
      reason: 'nothing says that the firmware defaults are restored before the board is changed',
      remedy: change('say so before opening', (document) =>
        withCheck(document, 'before-opening', 'For a new board: restore the firmware defaults first'),
      ),
    }));
  },
};
