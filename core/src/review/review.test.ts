import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { planRoute } from '../route/planRoute.ts';
import { configure } from '../sequence/configuration.ts';
import { readSequence } from '../sequence/readSequence.ts';
import type { Sequence } from '../sequence/schema.ts';
import { anyDevice } from '../testing/devices.ts';
import { demoSequence } from '../testing/demo.ts';
import { checkSequence } from './checkSequence.ts';
import { review } from './decisions.ts';
import { reviewRules } from './rules/index.ts';

type Raw = ReturnType<typeof clean>;

/** A small device in which every rule is kept. Each test breaks one thing. */
function clean() {
  const ph0 = { drive: 'PH', size: 'PH0', thread: 'M2' };
  return {
    format: 'bemtor.sequence/1',
    model: { maker: 'Test', name: 'Test', code: 'T', form: 'all-in-one' },
    options: [],
    parts: [
      { id: 'foot', name: 'Foot', kind: 'foot' },
      { id: 'base-cover', name: 'Base cover', kind: 'cover' },
      { id: 'battery', name: 'Battery', kind: 'battery', numbers: [{ number: 'B-1', role: 'fitted' }] },
      { id: 'supply', name: 'Supply', kind: 'supply' },
      { id: 'antenna', name: 'Antenna', kind: 'antenna' },
      { id: 'heatsink', name: 'Heatsink', kind: 'heatsink' },
      {
        id: 'system-board',
        name: 'System board',
        kind: 'board',
        numbers: [{ number: 'M-1', role: 'fitted' }],
        movesTo: ['heatsink'],
      },
      { id: 'display', name: 'Display', kind: 'display', numbers: [{ number: 'D-1', role: 'fitted' }] },
      {
        id: 'tape',
        name: 'Tape',
        kind: 'part',
        reuse: 'single-use',
        numbers: [{ number: 'S-1', role: 'replacement' }] as { number: string; role: string }[],
      },
    ] as {
      id: string;
      name: string;
      kind: string;
      numbers?: { number: string; role: string }[];
      movesTo?: string[];
      reuse?: string;
    }[],
    joints: [
      { id: 'j-foot', type: 'foot', holds: ['foot'] },
      {
        id: 'j-base',
        type: 'screws',
        holds: ['base-cover'],
        count: 5,
        screw: { ...ph0, lengthMm: 5 },
        throughCase: true,
        where: 'rim',
      },
      {
        id: 'j-base-2',
        type: 'screws',
        holds: ['base-cover'],
        count: 2,
        screw: { ...ph0, lengthMm: 4 },
        throughCase: true,
        where: 'middle',
        hiddenBy: 'foot',
      },
      { id: 'j-battery', type: 'connector', holds: ['battery'], mechanism: 'plug' },
      { id: 'j-antenna', type: 'connector', holds: ['antenna'], mechanism: 'coax' },
      {
        id: 'j-heatsink',
        type: 'screws',
        holds: ['heatsink'],
        count: 4,
        screw: { ...ph0, captive: true, sprung: true },
        tighten: 'cross',
      },
      {
        id: 'j-board',
        type: 'screws',
        holds: ['system-board'],
        count: 3,
        screw: { ...ph0, lengthMm: 3 },
        throughCase: false,
      },
      {
        id: 'j-display',
        type: 'screws',
        holds: ['display'],
        count: 4,
        screw: { drive: 'PH', size: 'PH1', thread: 'M2.5', lengthMm: 6 },
      },
    ] as Record<string, unknown>[],
    actions: [
      { id: 'peel-foot', verb: 'peel', joint: 'j-foot', part: 'foot', face: 'bottom', seconds: 9 },
      { id: 'lift-foot', verb: 'lift', part: 'foot', face: 'bottom', seconds: 6 },
      {
        id: 'unscrew-base',
        verb: 'unscrew',
        joint: 'j-base',
        part: 'base-cover',
        tool: 'PH0',
        face: 'bottom',
        seconds: 40,
      },
      {
        id: 'unscrew-base-2',
        verb: 'unscrew',
        joint: 'j-base-2',
        part: 'base-cover',
        tool: 'PH0',
        face: 'bottom',
        seconds: 16,
      },
      { id: 'lift-base', verb: 'lift', part: 'base-cover', face: 'bottom', seconds: 6 },
      {
        id: 'unplug-battery',
        verb: 'unplug',
        joint: 'j-battery',
        part: 'battery',
        face: 'bottom',
        seconds: 8,
      },
      { id: 'lift-battery', verb: 'lift', part: 'battery', face: 'bottom', seconds: 6 },
      {
        id: 'unplug-antenna',
        verb: 'unplug',
        joint: 'j-antenna',
        part: 'antenna',
        face: 'bottom',
        seconds: 8,
        cautions: ['Straight up'],
      },
      { id: 'lift-antenna', verb: 'lift', part: 'antenna', face: 'bottom', seconds: 6 },
      {
        id: 'loosen-heatsink',
        verb: 'loosen',
        joint: 'j-heatsink',
        part: 'heatsink',
        tool: 'PH0',
        face: 'bottom',
        seconds: 28,
        cautions: ['Sprung'],
      },
      {
        id: 'lift-heatsink',
        verb: 'lift',
        part: 'heatsink',
        face: 'bottom',
        seconds: 6,
        note: 'New compound',
      },
      {
        id: 'unscrew-board',
        verb: 'unscrew',
        joint: 'j-board',
        part: 'system-board',
        tool: 'PH0',
        face: 'bottom',
        seconds: 24,
      },
      { id: 'lift-board', verb: 'lift', part: 'system-board', face: 'bottom', seconds: 6 },
      {
        id: 'unscrew-display',
        verb: 'unscrew',
        joint: 'j-display',
        part: 'display',
        tool: 'PH1',
        face: 'bottom',
        seconds: 32,
      },
      {
        id: 'lift-display',
        verb: 'lift',
        part: 'display',
        face: 'bottom',
        seconds: 6,
        cautions: ['Hold it'],
      },
      { id: 'lift-tape', verb: 'lift', part: 'tape', face: 'bottom', seconds: 6 },
      {
        id: 'lift-supply',
        verb: 'lift',
        part: 'supply',
        face: 'bottom',
        seconds: 6,
        cautions: ['Mains: never open it'],
      },
    ] as Record<string, unknown>[],
    needs: [
      ['lift-foot', 'peel-foot'],
      ['unscrew-base-2', 'lift-foot'],
      ['lift-base', 'unscrew-base'],
      ['lift-base', 'unscrew-base-2'],
      ['unplug-battery', 'lift-base'],
      ['lift-battery', 'unplug-battery'],
      ['unplug-antenna', 'unplug-battery'],
      ['lift-antenna', 'unplug-antenna'],
      ['loosen-heatsink', 'unplug-battery'],
      ['lift-heatsink', 'loosen-heatsink'],
      ['lift-board', 'unscrew-board'],
      ['unscrew-board', 'lift-heatsink'],
      ['lift-display', 'unscrew-display'],
      ['unscrew-display', 'unplug-battery'],
      ['lift-tape', 'unplug-battery'],
      ['lift-supply', 'unplug-battery'],
    ].map(([action, before]) => ({ action, anyOf: [before], basis: 'holds' })) as {
      action: string;
      anyOf: string[];
      basis: string;
    }[],
    checks: [
      { at: 'before-opening', text: 'Mains unplugged; firmware defaults restored' },
      { at: 'before-closing', text: 'Power light and picture' },
      { at: 'after-closing', text: 'Date and time' },
    ],
  };
}

function document(edit: (raw: Raw) => void = () => undefined): Sequence {
  const raw = clean();
  edit(raw);
  const read = readSequence(raw);
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
}

const act = (raw: Raw, id: string) => raw.actions.find((action) => action['id'] === id)!;
const joint = (raw: Raw, id: string) => raw.joints.find((one) => one['id'] === id)!;
const part = (raw: Raw, id: string) => raw.parts.find((one) => one.id === id)!;

/** The other side of each rule: how a document breaks it, and where the finding stands. */
const broken: Readonly<Record<string, [place: string, edit: (raw: Raw) => void]>> = {
  'power-first': [
    'unplug-battery',
    (raw) => (raw.needs = raw.needs.filter(({ action }) => action !== 'unplug-antenna')),
  ],
  'mains-caution': ['supply', (raw) => delete act(raw, 'lift-supply')['cautions']],
  'joint-not-undone': [
    'j-board',
    (raw) => {
      raw.actions = raw.actions.filter((action) => action['id'] !== 'unscrew-board');
      raw.needs = raw.needs.filter(
        ({ action, anyOf }) => action !== 'unscrew-board' && !anyOf.includes('unscrew-board'),
      );
    },
  ],
  'hidden-not-uncovered': [
    'unscrew-base-2',
    (raw) => (raw.needs = raw.needs.filter(({ action }) => action !== 'unscrew-base-2')),
  ],
  'lift-not-waiting': [
    'lift-display/unscrew-display',
    (raw) => (raw.needs = raw.needs.filter(({ action }) => action !== 'lift-display')),
  ],
  'cover-not-opened': [
    'lift-base',
    (raw) => (raw.needs = raw.needs.filter(({ action }) => action !== 'unplug-battery')),
  ],
  'heatsink-order': ['j-heatsink', (raw) => delete joint(raw, 'j-heatsink')['tighten']],
  'heatsink-compound': ['lift-heatsink', (raw) => delete act(raw, 'lift-heatsink')['note']],
  'coax-straight-up': ['unplug-antenna', (raw) => delete act(raw, 'unplug-antenna')['cautions']],
  'single-use-replacement': ['lift-tape', (raw) => (part(raw, 'tape').numbers = [])],
  'confusable-together': ['unscrew-base-2', (raw) => delete joint(raw, 'j-base')['where']],
  'recess-and-driver': ['unscrew-display', (raw) => (act(raw, 'unscrew-display')['tool'] = 'PH0')],
  'size-and-thread': [
    'j-display',
    (raw) => {
      joint(raw, 'j-display')['screw'] = { drive: 'PH', size: 'PH2', thread: 'M2.5', lengthMm: 6 };
      act(raw, 'unscrew-display')['tool'] = 'PH2';
    },
  ],
  'through-case-inside': ['j-board', (raw) => (joint(raw, 'j-board')['throughCase'] = true)],
  'board-move-over': ['system-board', (raw) => delete part(raw, 'system-board').movesTo],
  'board-firmware': ['system-board', (raw) => (raw.checks[0]!.text = 'Mains unplugged')],
  'clock-check': ['document', (raw) => raw.checks.pop()],
  'test-before-closing': ['document', (raw) => raw.checks.splice(1, 1)],
  'display-support': ['lift-display', (raw) => delete act(raw, 'lift-display')['cautions']],
  'sprung-unmarked': ['loosen-heatsink', (raw) => delete act(raw, 'loosen-heatsink')['cautions']],
  'target-number': ['battery', (raw) => (part(raw, 'battery').numbers = [])],
  'one-tool': ['unscrew-board', (raw) => (act(raw, 'unscrew-board')['tool'] = 'PH0 + spudger')],
  'nothing-needs': [
    'unscrew-display',
    (raw) => (raw.needs = raw.needs.filter(({ action }) => action !== 'lift-display')),
  ],
};

describe('the procedure check', () => {
  test('a document that keeps the rules has no finding', () => {
    expect(checkSequence(document())).toEqual([]);
  });

  test.each(Object.entries(broken))(
    '%s: found where it is broken, and its remedy mends it',
    (rule, [place, edit]) => {
      const found = checkSequence(document(edit)).filter((finding) => finding.rule === rule);
      expect(found.map((finding) => finding.place)).toEqual([place]);
      expect(found[0]?.reason).not.toBe('');
      const { remedy } = found[0]!;
      if (remedy?.kind !== 'change') return expect(remedy).toMatchObject({ kind: 'line' });
      const mended = review(document(edit), [{ rule, place, choice: 'remedy' }]);
      expect(mended.open.filter((finding) => finding.rule === rule)).toEqual([]);
      expect(mended.settled.map(({ choice }) => choice)).toEqual(['remedy']);
      expect(readSequence(JSON.parse(JSON.stringify(mended.sequence))).ok).toBe(true);
      const left = review(document(edit), [{ rule, place, choice: 'stands' }]);
      expect(left.sequence).toEqual(document(edit));
      expect(left.open.filter((finding) => finding.rule === rule)).toEqual([]);
    },
  );

  test('counts that differ between recordings and what runs found are findings with both witnesses', () => {
    const evidence = {
      conflicts: [
        {
          kind: 'count' as const,
          part: 'base-cover',
          text: 'Base cover: 5 screws in one recording, 6 in another',
          witnesses: [
            { recording: 0, line: 'a', says: '5' },
            { recording: 1, line: 'b', says: '6' },
          ],
        },
      ],
      runs: ['U-1', 'U-2'].map((unit) => ({
        job: unit,
        unit,
        at: '2026-01-01T08:00:00Z',
        difference: { action: 'unscrew-board', what: 'count' as const, count: 4 },
      })),
    };
    const found = checkSequence(document(), evidence);
    expect(found.map(({ rule, place }) => [rule, place])).toEqual([
      ['runs-differ', 'unscrew-board/count'],
      ['counts-differ', 'j-base'],
    ]);
    expect(found[0]?.reason).toBe('System board: 4 here, the sequence says 3 (U-1, U-2)');
    const decided = [{ rule: 'runs-differ', place: 'unscrew-board/count', choice: 'remedy' as const }];
    const taken = review(document(), decided, evidence);
    expect(taken.sequence.joints.find(({ id }) => id === 'j-board')?.count).toBe(4);
    expect(taken.open.map(({ rule }) => rule)).toEqual(['counts-differ']);
    const both = review(
      document(),
      [...decided, { rule: 'counts-differ', place: 'j-base', choice: 'remedy' as const }],
      evidence,
    );
    expect(both.sequence.joints.find(({ id }) => id === 'j-base')?.count).toBe(6);
    expect(both.open).toEqual([]);
  });

  test('a part that one unit has not is offered as an option, and its steps are only for units that have it', () => {
    const absent = ['antenna'];
    expect(checkSequence(document(), { absent }).map(({ rule, place }) => [rule, place])).toEqual([
      ['not-in-every', 'antenna'],
    ]);
    const decided = [{ rule: 'not-in-every', place: 'antenna', choice: 'remedy' as const }];
    const { sequence, open } = review(document(), decided, { absent });
    expect(open).toEqual([]);
    expect(readSequence(JSON.parse(JSON.stringify(sequence))).ok).toBe(true);
    const steps = (fitted: string) => {
      const route = planRoute(sequence, { targets: ['lift-board'], configuration: { antenna: fitted } });
      return route.ok ? route.value.steps : [];
    };
    expect(sequence.options).toEqual([{ key: 'antenna', label: 'Antenna', values: ['fitted', 'none'] }]);
    expect(configure(sequence, { antenna: 'none' }).actions.some(({ part }) => part === 'antenna')).toBe(
      false,
    );
    expect(steps('none')).not.toEqual([]);
  });

  test('every rule is tested on both sides, and has its ground', () => {
    const tested = [...Object.keys(broken), 'counts-differ', 'not-in-every', 'runs-differ'].sort();
    expect(reviewRules.map(({ id }) => id).sort()).toEqual(tested);
    expect(reviewRules.filter(({ ground }) => !/no source|ISO/.test(ground))).toEqual([]);
  });

  test('whatever is remedied, in any order, the document stays whole and the findings come to an end', () => {
    const documents = fc.oneof(anyDevice, fc.constantFrom('lark-14', 'pilot-7', 'mast-24').map(demoSequence));
    fc.assert(
      fc.property(documents, fc.array(fc.nat(), { maxLength: 40 }), (start, picks) => {
        let sequence = start;
        for (const pick of picks) {
          const ready = checkSequence(sequence).filter((finding) => finding.remedy?.kind === 'change');
          const finding = ready[pick % Math.max(1, ready.length)];
          if (finding?.remedy?.kind !== 'change') break;
          sequence = finding.remedy.apply(sequence);
          expect(readSequence(JSON.parse(JSON.stringify(sequence)))).toMatchObject({ ok: true });
          const again = checkSequence(sequence).find(
            (other) => other.rule === finding.rule && other.place === finding.place,
          );
          expect(again).toBeUndefined();
        }
      }),
      { numRuns: 60 },
    );
  });
});
