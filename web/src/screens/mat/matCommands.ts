import type { Edge } from '@bemtor/core';
import type { Command } from '../../kit/commands.ts';

export interface MatNow {
  /** Points can be put in: the unit is recorded. */
  readonly editable: boolean;
  /** How many of the group's screws have their point. */
  readonly points: number;
  readonly screws: number;
  readonly face: 'top' | 'bottom';
  readonly canUndo: boolean;
  /** Where a part lies is being drawn. */
  readonly drawing: boolean;
}

export interface MatActs {
  readonly push: (x: number, y: number) => unknown;
  readonly nextPoint: () => unknown;
  readonly step: (by: number) => unknown;
  readonly add: () => unknown;
  readonly spread: (edge: Edge) => unknown;
  readonly mirror: () => unknown;
  readonly remove: () => unknown;
  readonly undo: () => unknown;
  readonly turn: () => unknown;
  readonly cross: () => unknown;
  readonly draw: () => unknown;
  readonly ground: () => unknown;
  readonly paper: () => unknown;
  readonly layer: () => unknown;
}

const nudges = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as const;
const edges = { far: 'f', near: 'b', left: 'l', right: 'r' } as const;

/** Everything that a key can do on the mat. */
export function matCommands(now: MatNow, act: MatActs): Command[] {
  const { editable: when } = now;
  const full = now.points >= now.screws ? 'Every screw of this group has its point' : null;
  return [
    ...Object.entries(nudges).flatMap(([key, [x, y]]) =>
      [1, 10].map((mm) => ({
        id: `${key} ${mm}`,
        keys: [mm === 1 ? key : `Shift+${key}`],
        words: `move the point by ${mm} mm`,
        when,
        run: () => act.push(x * mm, y * mm),
      })),
    ),
    { id: 'point', keys: ['s'], words: 'next point', when, run: act.nextPoint },
    { id: 'next', keys: ['PageDown'], words: 'next group', run: () => act.step(1) },
    { id: 'previous', keys: ['PageUp'], words: 'previous group', run: () => act.step(-1) },
    { id: 'layer', keys: ['o'], words: 'next layer', run: act.layer },
    { id: 'new', keys: ['n'], words: 'new point', when, unless: full, run: act.add },
    ...Object.entries(edges).map(([edge, key]) => ({
      id: edge,
      keys: [key],
      words: `along ${edge}`,
      more: `spread the rest along the ${edge} edge`,
      when,
      unless: full,
      run: () => act.spread(edge as Edge),
    })),
    { id: 'mirror', keys: ['m'], words: 'mirror', when, unless: full, run: act.mirror },
    {
      id: 'remove',
      keys: ['Delete', 'Backspace'],
      words: 'take out',
      when,
      unless: now.points === 0 ? 'There is no point to take out' : null,
      run: act.remove,
    },
    { id: 'undo', keys: ['u'], words: 'undo', when: when && now.canUndo, run: act.undo },
    { id: 'face', keys: ['t'], words: `${now.face} up`, more: 'the other side', run: act.turn },
    { id: 'cross', keys: ['x'], words: 'crosswise', run: act.cross },
    {
      id: 'draw',
      keys: ['d'],
      words: now.drawing ? 'draw no part' : 'draw a part',
      more: 'draw where a part lies: drag its rectangle',
      run: act.draw,
    },
    { id: 'ground', keys: ['g'], words: 'photo below', more: 'a photo under the outline', run: act.ground },
    { id: 'paper', keys: ['p'], words: 'on paper', run: act.paper },
  ];
}
