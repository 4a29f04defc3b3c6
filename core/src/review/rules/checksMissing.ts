import { closingTestBefore } from '../../tables/closingTests.ts';
import { change, withCheck } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** Date and time are looked at after any loss of power. */
export const clockCheck: ReviewRule = {
  id: 'clock-check',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index }) => {
    const losesPower = sequence.actions.some((action) => {
      const kind = index.part.get(action.part)?.kind;
      return (
        (kind === 'battery' || kind === 'coin-cell') && (action.verb === 'unplug' || action.verb === 'lift')
      );
    });
    const told = sequence.checks.some(
      (check) => check.at === 'after-closing' && /\bdate\b|\btime\b|clock/i.test(check.text),
    );
    if (!losesPower || told) return [];
    return [
      {
        place: 'document',
        where: 'tests after closing',
        reason: 'battery or coin cell are disconnected, and no test looks at date and time',
        remedy: change('add it', (document) => withCheck(document, 'after-closing', 'Date and time')),
      },
    ];
  },
};

/** The device is tried before the cover hides what was done. */
export const testBeforeClosing: ReviewRule = {
  id: 'test-before-closing',
  severity: 'warning',
  ground: practice,
  find: ({ sequence }) => {
    const lifts = sequence.actions.some((action) => action.verb === 'lift');
    if (!lifts || sequence.checks.some((check) => check.at === 'before-closing')) return [];
    return [
      {
        place: 'document',
        where: 'tests before closing',
        reason: 'nothing is tested before the cover goes on',
        remedy: change('add it', (document) => withCheck(document, 'before-closing', closingTestBefore)),
      },
    ];
  },
};

/** A mains supply inside is named before anybody reaches in. */
export const mainsCaution: ReviewRule = {
  id: 'mains-caution',
  severity: 'stop',
  ground: practice,
  find: ({ sequence }) => {
    const supply = sequence.parts.find((part) => part.kind === 'supply');
    const told = /mains/i;
    const said =
      sequence.checks.some((check) => check.at === 'before-opening' && told.test(check.text)) &&
      sequence.actions
        .filter((action) => action.part === supply?.id && action.verb !== 'wait' && action.verb !== 'hold')
        .every(
          (action, i, all) =>
            all.slice(0, i + 1).some((one) => one.cautions.length > 0) || action.verb === 'unplug',
        );
    if (!supply || said) return [];
    const caution = 'Mains supply: unplug and wait; never open it. Leave it to licensed people.';
    return [
      {
        place: supply.id,
        where: supply.name,
        reason: 'there is a mains supply inside, and the steps that reach it carry no caution',
        remedy: change('add the caution', (document) => {
          const first = document.actions.find((action) => action.part === supply.id);
          const noted = first
            ? {
                ...document,
                actions: document.actions.map((action) =>
                  action.id === first.id ? { ...action, cautions: [...action.cautions, caution] } : action,
                ),
              }
            : document;
          return noted.checks.some((check) => check.at === 'before-opening' && told.test(check.text))
            ? noted
            : withCheck(noted, 'before-opening', 'Mains unplugged and waited');
        }),
      },
    ];
  },
};

/** Parts that are ordered by number have one. */
export const targetNumber: ReviewRule = {
  id: 'target-number',
  severity: 'hint',
  ground: practice,
  find: ({ sequence, index }) => {
    const ordered = new Set(['battery', 'keyboard', 'coin-cell', 'display', 'fan']);
    return sequence.parts
      .filter(
        (part) =>
          (ordered.has(part.kind) || part.id === 'system-board') &&
          index.liftOf.has(part.id) &&
          part.numbers.length === 0,
      )
      .map((part) => ({
        place: part.id,
        where: part.name,
        reason: 'it is ordered by number, and no number was read off it',
        remedy: {
          kind: 'line' as const,
          words: 'read its number',
          line: `${part.name.toLowerCase()} number `,
        },
      }));
  },
};
