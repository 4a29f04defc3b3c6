import { describe, expect, test } from '@jest/globals';
import {
  buildLexicon,
  cautionsOf,
  configure,
  descentProfile,
  emptyIntake,
  emptyContext,
  pickList,
  planRoute,
  readLine,
  readSequence,
  runSteps,
  type Sequence,
  type UnitSummary,
} from '@bemtor/core';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { layProfile } from '../components/profileLayout.ts';
import { ago, clock, configurationWords, duration } from '../composables/format.ts';
import { nextForUnit } from './bench/nextForUnit.ts';
import { completeWord } from './recorder/completeWord.ts';
import { entryGlyph } from './recorder/entryGlyph.ts';
import { markLine } from './recorder/markLine.ts';
import { countBases, reviewRows } from './review/reviewRows.ts';
import { findableTargets, offeredTargets } from './route/targets.ts';

function lark(): Sequence {
  const read = readSequence(
    JSON.parse(readFileSync(new URL('../../../demo/sequences/lark-14.json', import.meta.url), 'utf8')),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
}

const configuration = { keyboard: 'backlit', card: 'none', layout: 'B' };

function planned(targets: string[]) {
  const document = lark();
  const here = configure(document, configuration);
  const route = planRoute(document, { targets, configuration });
  if (!route.ok) throw new Error(route.fault.what);
  return { document, here, route: route.value, steps: runSteps(here, route.value) };
}

describe('bench', () => {
  const unit = (change: object): UnitSummary => ({
    id: '1',
    label: 'SK-1',
    serial: '',
    complaint: 'noisy',
    intake: emptyIntake,
    revision: 1,
    leftAt: null,
    withdrawn: false,
    place: '',
    arrivedAt: '',
    configuration: {},
    model: {
      ...{ code: 'X', maker: '', name: '', form: 'notebook', revision: null },
      ...{ retired: false, mergedInto: null },
    },
    recording: null,
    job: null,
    ...change,
  });
  const job = (phase: string, at = 3) =>
    ({ phase, at, of: 12, nextTitle: 'Base cover off' }) as unknown as UnitSummary['job'];
  const known = { model: { code: 'X', maker: '', name: '', form: 'notebook', revision: 2 } };

  test.each([
    [{}, 'recorder', 'Record'],
    [{ recording: { id: 'r', lines: 4, lastAt: null } }, 'recorder', 'Record on'],
    [known, 'route', 'Route'],
    [{ ...known, job: job('down') }, 'run', 'Resume'],
    [{ ...known, job: job('close', 12) }, 'run', 'Close'],
    [{ ...known, job: job('closed', 12) }, 'route', 'Route'],
  ])('%j goes on with %s: %s', (change, screen, act) => {
    expect(nextForUnit(unit(change))).toMatchObject({ screen, act });
  });

  test('an open job says where it stands', () => {
    expect(nextForUnit(unit({ ...known, job: job('down') }))).toMatchObject({
      waits: 'Step 4 of 12: Base cover off',
      share: 0.25,
    });
  });
});

describe('recorder', () => {
  const lexicon = buildLexicon([{ id: 'purser-card', name: 'Purser card' }]);

  test('completion offers the shortest known phrase and leaves whole words alone', () => {
    expect(completeWord('batt', lexicon)).toBeNull();
    expect(completeWord('4 PH0 of batte', lexicon)).toEqual({
      completed: '4 PH0 of battery',
      phrase: 'battery',
    });
    expect(completeWord('drive shi', lexicon)?.completed).toBe('drive shield');
    expect(completeWord('purser c', lexicon)?.completed).toBe('purser card');
    expect(completeWord('under drive shield', lexicon)).toBeNull();
    expect(completeWord('4', lexicon)).toBeNull();
    expect(completeWord('zzz', lexicon)).toBeNull();
  });

  test('a line cut at what was not understood is the line again', () => {
    const context = emptyContext();
    fc.assert(
      fc.property(fc.array(fc.constantFrom('gold', 'battery', '4', 'PH0', ',', 'zorp', '  ')), (words) => {
        const line = words.join(' ');
        const { spans, unread } = readLine(line, context);
        const pieces = markLine(line, spans);
        expect(pieces.map((piece) => piece.text).join('')).toBe(line);
        expect(pieces.filter((piece) => piece.mark === 'unknown').map((piece) => piece.text)).toEqual([
          ...unread,
        ]);
      }),
    );
  });

  test('each entry has the glyph of its gesture or its recess', () => {
    const glyph = (line: string) => entryGlyph(readLine(line, emptyContext()).entries[0]);
    expect(glyph('battery 4 T5')).toEqual({ kind: 'screw', drive: 'T' });
    expect(glyph('kbd ribbon flip')).toEqual({ kind: 'act', verb: 'unlock', mechanism: 'flip-lock' });
    expect(glyph('battery off')).toMatchObject({ verb: 'lift' });
    expect(glyph('missing 1 base cover screw')).toMatchObject({ verb: 'missing' });
    expect(glyph('fan needs battery first')).toMatchObject({ verb: 'blocked' });
    expect(glyph('qqq')).toMatchObject({ verb: 'note' });
    expect(entryGlyph(undefined)).toMatchObject({ verb: 'note' });
  });
});

describe('review', () => {
  test('a row per act with its needs, grounds and evidence; the sums by basis agree', () => {
    const sequence = lark();
    const rows = reviewRows(
      sequence,
      sequence.needs.map((_, i) => [`l${i}`]),
      (id) => `line ${id}`,
    );
    expect(rows).toHaveLength(sequence.actions.length);
    expect(rows.flatMap((row) => row.needs)).toHaveLength(sequence.needs.length);
    expect(rows[0]?.needs).toEqual([]);
    const cover = rows.find((row) => row.action.id === 'lift-base-cover');
    expect(cover?.needs[0]).toMatchObject({ basis: 'holds', ground: 'it holds the base cover' });
    expect(cover?.needs[0]?.evidence[0]).toMatch(/^line l\d+$/);
    expect(countBases(sequence).reduce((sum, { count }) => sum + count, 0)).toBe(sequence.needs.length);
  });
});

describe('route', () => {
  test('the pick list: tools as first taken up, the numbers of this configuration, what is single use', () => {
    const keyboard = planned(['keyboard']);
    const picks = pickList(keyboard.document, configuration, keyboard.steps);
    expect(picks.parts[0]).toEqual({ name: 'Keyboard', number: 'TY-14L-B', why: 'new' });
    expect(picks.parts.some((part) => part.why === 'consumable')).toBe(true);
    expect(picks.tools[0]).toEqual({ tool: 'T5', uses: 1 });
    expect(picks.tools.reduce((sum, { uses }) => sum + uses, 0)).toBe(
      keyboard.steps.filter((step) => step.phase === 'down' && step.tool).length,
    );
    const panel = planned(['display-panel']);
    expect(pickList(panel.document, configuration, panel.steps).parts).toContainEqual({
      name: 'Display panel: stretch tape',
      number: '2',
      why: 'single use',
    });
  });

  test('cautions come once each', () => {
    const { steps } = planned(['battery']);
    const cautions = cautionsOf(steps);
    expect(new Set(cautions).size).toBe(cautions.length);
    expect(cautions[0]).toContain('Battery first');
  });

  test('the usual targets are offered; any name finds the rest; what is chosen is not found again', () => {
    const here = configure(lark(), configuration);
    expect(offeredTargets(here).map((part) => part.id)).toEqual([
      'battery',
      'keyboard',
      'coin-cell',
      'system-board',
      'storage',
    ]);
    const found = (query: string, chosen: string[] = []) =>
      findableTargets(here, chosen)
        .filter((target) => target.names.toLowerCase().includes(query))
        .map((target) => target.value);
    expect(found('trackpad')).toEqual(['touchpad', 'unlock-touchpad']);
    expect(found('mobo')).toEqual(['system-board']);
    expect(found('trackpad', ['touchpad'])).toEqual(['unlock-touchpad']);
    expect(found('cellular card')).toEqual([]);
  });

  test.each([['battery'], ['keyboard'], ['foot-strip'], ['display-panel']])(
    'the profile of %s stays inside its frame, dives and comes back',
    (target) => {
      const { here, route, steps } = planned([target]);
      const action = `lift-${target}`;
      const profile = descentProfile(here, route.steps, new Set([action]));
      const back = steps.filter((step) => step.phase === 'back');
      const layout = layProfile(profile, back, (part) => part, 860, 292);
      expect(layout.down).toHaveLength(route.steps.length);
      const xs = layout.down.map((dot) => dot.x);
      expect(xs).toEqual([...xs].sort((a, b) => a - b));
      for (const { x, y } of [...layout.down, ...layout.backDots, layout.end])
        expect(x > 0 && x < 860 && y > 0 && y < 292).toBe(true);
      expect(Math.max(...layout.down.map((dot) => dot.y))).toBeLessThanOrEqual(layout.end.y);
      expect(layout.rungs[0]?.label).toBe('case closed');
      expect(layout.rungs.at(-1)?.label).toBe(target);
      expect(layout.downLine.startsWith('M')).toBe(true);
      expect(layout.backLine.startsWith('M')).toBe(true);
    },
  );
});

describe('words for times', () => {
  test.each([
    [0, '00:00'],
    [378, '06:18'],
    [3_978, '1:06:18'],
  ])('clock of %i s is %s', (seconds, words) => expect(clock(seconds)).toBe(words));
  test.each([
    [12, '12 s'],
    [540, '9 min'],
    [3_900, '1 h 05'],
  ])('%i s last %s', (seconds, words) => expect(duration(seconds)).toBe(words));
  test.each([
    [5, '5 min'],
    [95, '2 h'],
    [1_500, '1 day'],
    [4_500, '3 days'],
  ])('%i minutes ago is %s', (minutes, words) => {
    const now = new Date('2026-01-10T12:00:00Z');
    expect(ago(new Date(now.getTime() - minutes * 60_000).toISOString(), now)).toBe(words);
  });
  test('a configuration is said with its keys', () =>
    expect(configurationWords({ keyboard: 'plain', card: 'none' })).toBe('keyboard plain · card none'));
});
