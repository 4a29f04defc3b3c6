import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { advanceContext, emptyContext } from './context.ts';
import { entrySchema } from './entries/entry.ts';
import { readLine } from './readLine.ts';

/** The entries of a line without the fields that every entry has. */
function readBare(line: string, context = emptyContext()) {
  return readLine(line, context).entries.map(
    ({ text: _text, at: _at, confidence: _confidence, ...rest }) => rest,
  );
}

const screws = (
  part: string | null,
  count: number | null,
  screw: object | null,
  joint: object = {},
  verb = 'unscrew',
) => ({
  kind: 'undo',
  part,
  verb,
  tool: (screw as { size?: string } | null)?.size ?? null,
  joint: { type: 'screws', ...(count === null ? {} : { count }), ...(screw ? { screw } : {}), ...joint },
});

describe('reading a bench line', () => {
  // The examples of the design: common practice, no source.
  const examples: [string, unknown[]][] = [
    [
      'base cover: 7 PH0 M2x5, 2 captive PH0 rear corners',
      [
        screws('base-cover', 7, { drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 5 }),
        screws(
          'base-cover',
          2,
          { captive: true, drive: 'PH', size: 'PH0' },
          { where: 'rear corners' },
          'loosen',
        ),
      ],
    ],
    [
      'foot strip off, 3 T5 M2x4 under it',
      [
        { kind: 'lift', part: 'foot-strip' },
        {
          ...screws(
            'base-cover',
            3,
            { drive: 'T', size: 'T5', thread: 'M2', lengthMm: 4 },
            { hiddenBy: 'foot-strip' },
          ),
          fromContext: ['part'],
        },
      ],
    ],
    [
      'pry base cover from the hinge edge',
      [
        {
          kind: 'undo',
          part: 'base-cover',
          verb: 'pry',
          tool: null,
          joint: { type: 'clips', where: 'hinge edge' },
        },
      ],
    ],
    ['base cover off', [{ kind: 'lift', part: 'base-cover' }]],
    // Nobody has counted them: no figure is made up, and "screws out" takes out screws.
    ['fan ? PH0 M2x4', [screws('fan', null, { drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 4 })]],
    ['rest of the fan screws PH0', [screws('fan', null, { drive: 'PH', size: 'PH0' })]],
    ['fan screws out', [screws('fan', null, null)]],
    ['ssd screw out', [screws('storage', 1, null)]],
    // Brackets behind a name say which one, or what for; a list is of what stands before its colon.
    [
      'fan (left): 3 PH0, out',
      [screws('left-fan', 3, { drive: 'PH', size: 'PH0' }), { kind: 'lift', part: 'left-fan' }],
    ],
    [
      'heatsink: 5 screws, 1 antenna lead, out',
      [
        screws('heatsink', 5, null),
        {
          kind: 'undo',
          part: 'antenna',
          verb: 'unplug',
          tool: null,
          joint: { type: 'connector', count: 1, mechanism: 'coax' },
        },
        { kind: 'lift', part: 'heatsink' },
      ],
    ],
    ['bottom off', [{ kind: 'lift', part: 'base-cover' }]],
    ['fan 4 screws, out', [screws('fan', 4, null), { kind: 'lift', part: 'fan' }]],
    [
      'unplug battery, wings',
      [
        {
          kind: 'undo',
          part: 'battery',
          verb: 'unplug',
          tool: null,
          joint: { type: 'connector', mechanism: 'plug' },
        },
      ],
    ],
    ['hold power 15 s', [{ kind: 'hold', seconds: 15, what: 'power button' }]],
    [
      'battery: four ph00 M1.6 × 4',
      [screws('battery', 4, { drive: 'PH', size: 'PH00', thread: 'M1.6', lengthMm: 4 })],
    ],
    [
      'kbd ribbon flip',
      [
        {
          kind: 'undo',
          part: 'keyboard',
          verb: 'unlock',
          tool: null,
          joint: { type: 'connector', mechanism: 'flip-lock' },
        },
      ],
    ],
    [
      'touchpad slide-lock',
      [
        {
          kind: 'undo',
          part: 'touchpad',
          verb: 'unlock',
          tool: null,
          joint: { type: 'connector', mechanism: 'slide-lock' },
        },
      ],
    ],
    [
      'coax main, aux straight up',
      [
        {
          kind: 'undo',
          part: 'antenna',
          verb: 'unplug',
          tool: null,
          joint: { type: 'connector', count: 2, mechanism: 'coax', leads: ['main', 'aux'] },
        },
      ],
    ],
    [
      'heatsink 4 PH1 sprung captive, numbered',
      [
        screws(
          'heatsink',
          4,
          { drive: 'PH', size: 'PH1', sprung: true, captive: true },
          { tighten: 'numbered' },
          'loosen',
        ),
      ],
    ],
    [
      "board won't come: usb bracket holds it",
      [{ kind: 'blocked', part: 'system-board', by: 'usb-bracket' }],
    ],
    [
      'fan needs cover and battery first',
      [{ kind: 'requires', part: 'fan', parts: ['base-cover', 'battery'] }],
    ],
    [
      'battery TB-4471 11.55V 4100mAh 47.4Wh',
      [
        { kind: 'number', part: 'battery', number: 'TB-4471', role: 'fitted' },
        { kind: 'measure', part: 'battery', values: { nominalV: 11.55, capacityMAh: 4100, energyWh: 47.4 } },
      ],
    ],
    ['fan p/n TF-220-C', [{ kind: 'number', part: 'fan', number: 'TF-220-C', role: 'fitted' }]],
    ['missing: 1 base cover screw', [{ kind: 'missing', count: 1, part: 'base-cover', screw: null }]],
    ['stripped 1 hinge screw left', [{ kind: 'stripped', count: 1, part: 'left-hinge' }]],
    ['turn over', [{ kind: 'turn', face: 'bottom' }]],
    ['lid up', [{ kind: 'turn', face: 'top' }]],
    // Found by the property below: not a standoff.
    ['stand off', [{ kind: 'lift', part: 'stand' }]],
    [
      'battery 2 strips stretch release',
      [
        {
          kind: 'undo',
          part: 'battery',
          verb: 'peel',
          tool: null,
          joint: { type: 'stretch-tape', count: 2 },
        },
      ],
    ],
    [
      'keyboard 22x PH000 M1.4x2, all same',
      [screws('keyboard', 22, { drive: 'PH', size: 'PH000', thread: 'M1.4', lengthMm: 2 })],
    ],
    [
      'board 3 M2.5x4 PH1 + 2 hex standoffs 5mm',
      [
        screws('system-board', 3, { thread: 'M2.5', lengthMm: 4, drive: 'PH', size: 'PH1' }),
        {
          kind: 'undo',
          part: 'system-board',
          verb: 'unscrew',
          tool: null,
          joint: { type: 'standoffs', count: 2, screw: { drive: 'hex', lengthMm: 5 } },
        },
      ],
    ],
    [
      'drive screw M2x3 ph1, then drive out at 30 deg',
      [
        screws('storage', 1, { thread: 'M2', lengthMm: 3, drive: 'PH', size: 'PH1' }),
        { kind: 'lift', part: 'storage' },
      ],
    ],
    [
      'P5 x11 bottom',
      [
        {
          ...screws('base-cover', 11, { drive: 'P', size: 'P5' }, { where: 'bottom' }),
          fromContext: ['part'],
        },
      ],
    ],
    ['test: power light and picture', [{ kind: 'check' }]],
    ['careful, glued cable under the pack', [{ kind: 'caution' }]],
    ['salt on the hinge screws', [{ kind: 'note', part: 'hinge' }]],
  ];

  test.each(examples)('%s', (line, expected) => {
    expect(readBare(line)).toEqual(expected);
  });

  test('what is left out is taken from the lines before, and marked as taken', () => {
    let context = emptyContext();
    context = advanceContext(context, readLine('battery: four ph00 M1.6 × 4', context).entries);
    const [entry] = readLine('one more batt screw under the drive shield', context).entries;
    // One more is of the same recess; how long it is nobody said.
    expect(entry).toMatchObject({
      joint: { count: 1, hiddenBy: 'drive-shield', screw: { size: 'PH00' } },
      part: 'battery',
      fromContext: ['screw'],
    });
    const [bare] = readLine('2 PH1 M2x3', context).entries;
    expect(bare).toMatchObject({ part: 'battery', fromContext: ['part'] });
  });

  test('"the other hinge the same" repeats the kind on the other side', () => {
    expect(readBare('display hinge L 3 M2.5x5 PH1, R 3 same')).toMatchObject([
      { part: 'left-hinge', joint: { count: 3 } },
      { part: 'right-hinge', joint: { count: 3, screw: { thread: 'M2.5', lengthMm: 5, size: 'PH1' } } },
    ]);
  });

  test('words not understood are named as typed, and an unreadable line is kept whole as a note', () => {
    expect(readLine('1 batt screw ZONKED', emptyContext()).unread).toEqual(['ZONKED']);
    const lost = readLine('  qwerty zxcv  ', emptyContext());
    expect(lost.entries).toMatchObject([{ kind: 'note', text: 'qwerty zxcv' }]);
    expect(lost.unread).toEqual(['qwerty', 'zxcv']);
  });

  test('a part of this device is known by the name that its sequence gives it', () => {
    const context = emptyContext([{ id: 'purser-card', name: 'Purser card' }]);
    expect(readBare('purser card off', context)).toEqual([{ kind: 'lift', part: 'purser-card' }]);
  });

  test('any string reads without an exception into entries that fit the schema, and every word is covered', () => {
    const word = fc.constantFrom(
      '7',
      'ph0',
      'M2',
      'x',
      'under',
      'it',
      'base cover',
      ',',
      'then',
      'off',
      'missing',
      '°',
      '11V',
      'zorp',
      'R',
      'same',
      "won't come",
    );
    const context = emptyContext();
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.string({ unit: 'binary' }),
          fc.array(word).map((words) => words.join(' ')),
        ),
        (line) => {
          const reading = readLine(line, context);
          for (const entry of reading.entries) entrySchema.parse(entry);
          expect(reading.entries.length > 0).toBe(line.trim() !== '');
          let at = 0;
          for (const span of reading.spans) {
            expect(line.slice(at, span.start).trim()).toBe('');
            at = span.end;
          }
          if (reading.spans.length > 0) expect(line.slice(at).trim()).toBe('');
        },
      ),
      { numRuns: 500 },
    );
  });
});
