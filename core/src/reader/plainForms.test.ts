import { describe, expect, it } from '@jest/globals';
import { advanceByReading, emptyContext, type LineContext } from './context.ts';
import type { Entry } from './entries/entry.ts';
import { statementForms } from './frames/statements.ts';
import { readLine } from './readLine.ts';

/*
 * Plain acts in every order of words that people put them in: each form with each part, so that no order of
 * words and no name is privileged. P is a part, K a kind, N a count. The forms are ours, no source.
 */

const names: Readonly<Record<string, string>> = {
  fan: 'fan',
  heatsink: 'heatsink',
  keyboard: 'keyboard',
  'usb board': 'usb-board',
  'left hinge': 'left-hinge',
  'trim ring': 'trim-ring',
};
const opened = ['8 PH0 base cover', 'base cover off', 'battery unplugged'];
const after = (lines: readonly string[]): LineContext =>
  lines.reduce((context, line) => advanceByReading(context, readLine(line, context)), emptyContext());
const quiet: ReadonlySet<Entry['kind']> = new Set(['note', 'seen', 'check', 'caution', 'serve', 'move']);
const acts = (line: string, context: LineContext): Entry[] =>
  readLine(line, context).entries.filter(({ kind }) => !quiet.has(kind));

/** Every form with every part: what was read, where it is not what the form means. */
function misread(
  forms: readonly string[],
  said: readonly string[],
  right: (found: readonly Entry[], part: string) => boolean,
): string[] {
  const context = after(said);
  return forms.flatMap((form) =>
    Object.entries(names).flatMap(([name, part]) => {
      const line = form.replaceAll(/\bP\b/g, name);
      const found = acts(line, context);
      return right(found, part) ? [] : [`${line}: ${JSON.stringify(found)}`];
    }),
  );
}

describe('screws of a part', () => {
  const forms = [
    ...['N K screws P', 'N K P', 'N x K P', 'P N K', 'P, N K screws', 'P: N K', 'P - N K', 'P N K screws'],
    ...['N K, P', 'N K screws, P', 'N K screws from P', 'N K screws from the P', 'N K out of the P'],
    ...['N K screws out, P', 'remove N K screws from the P', 'take out N K from P', 'undo N K screws, P'],
    ...['P screws out, N K', 'P screws: N K', 'the P has N K screws', 'P is held by N K screws'],
    ...['held by N K screws, the P', 'N K hold the P', 'N K screws hold P in', 'unscrew the P, N K'],
    ...['N K screws on the P gone', 'N K off the P', 'P: K x N', 'P K (N)', 'P (N K)', 'N K screws (P)'],
    ...['N screws, K, P', 'P, K, N pcs', 'P, N screws, K', 'N screws in P, all K', 'P: N, all K'],
  ];
  const kinds = ['PH0', 'T5', 'M2x4'];

  it.each(kinds)('%s: N of kind K of part P, in any order', (kind) => {
    const wrong = ['3', 'seven'].flatMap((count) =>
      misread(
        forms.map((form) => form.replace(/\bN\b/, count).replace(/\bK\b/, kind)),
        [],
        ([only, ...more], part) =>
          more.length === 0 &&
          only?.kind === 'undo' &&
          only.joint.type === 'screws' &&
          only.joint.count === (count === '3' ? 3 : 7) &&
          only.part === part &&
          (only.joint.screw?.size === kind || only.joint.screw?.thread === 'M2'),
      ),
    );
    expect(wrong).toEqual([]);
  });

  const sums = [
    ...[
      'P 8 T5, two of them captive',
      'P: 8 T5, 2 of them long',
      'P 6 T5 and 2 captive',
      'P 8: 6 short 2 long',
    ],
    ...['P: 8 screws, 6 short 2 long, T5', 'P eight screws: six short and two long, all T5'],
    ...['six short and two long T5 on the P', 'P has 8 T5, of which 2 are long', 'P 6 T5 plus another 2'],
    ...['P 8 T5 in all, 2 of them under the label', 'P 6 T5, then 2 more under the label'],
    ...['P 8 T5; two hide under the label', '6 T5 and 2 PH0 hold the P'],
  ];
  it('come to eight, however they are told apart', () => {
    const total = (found: readonly Entry[]): number =>
      found.reduce((sum, entry) => sum + (entry.kind === 'undo' ? (entry.joint.count ?? 0) : 0), 0);
    const wrong = misread(
      sums,
      opened,
      (found, part) =>
        total(found) === 8 && found.every((entry) => entry.kind === 'undo' && entry.part === part),
    );
    expect(wrong).toEqual([]);
  });
});

describe('what else holds a part', () => {
  type Undo = Extract<Entry, { kind: 'undo' }>;
  const rows: readonly (readonly [
    what: string,
    forms: readonly string[],
    right: (joint: Undo['joint']) => boolean,
  ])[] = [
    [
      'clips',
      [
        '4 clips P',
        'P: 4 clips',
        'the P has 4 clips',
        'release the 4 clips of the P',
        'P clips x4',
        'P, 4 clips',
      ],
      ({ type, count }) => type === 'clips' && count === 4,
    ],
    [
      'tape',
      ['peel tape off P', 'tape off the P', 'P tape peeled', 'remove the tape from the P', 'P: tape off'],
      ({ type }) => type === 'tape',
    ],
    [
      'standoffs',
      ['2 standoffs P', 'P: 2 standoffs out', 'unscrew 2 standoffs from P', '2 hex standoffs on the P'],
      ({ type, count }) => type === 'standoffs' && count === 2,
    ],
    [
      'screws under a label',
      [
        ...['P 2 T5 under the label', '2 T5 under the label, P', '2 T5 of the P hide under the label'],
        ...['under the label: 2 T5, P', 'the label hides 2 T5 of the P', 'P, under the label, 2 T5'],
      ],
      ({ hiddenBy, count }) => hiddenBy === 'label' && count === 2,
    ],
    [
      'captive screws',
      [
        'P 4 captive T5',
        '4 captive T5 P',
        'P: 4 T5, captive',
        '4 T5 on the P, all captive',
        'P 4 T5, they stay in',
      ],
      ({ screw, count }) => screw?.captive === true && count === 4,
    ],
    [
      'a flip lock',
      [
        'P ribbon, flip lock',
        'flip the lock on the P ribbon',
        'lift the flap of the P ribbon',
        'P ribbon, flap up',
      ],
      ({ mechanism }) => mechanism === 'flip-lock',
    ],
    [
      'a slide lock',
      [
        'P ribbon slide lock',
        'slide the lock on the P ribbon',
        'P: slide lock',
        'pull the bar on the P ribbon out',
      ],
      ({ mechanism }) => mechanism === 'slide-lock',
    ],
    [
      'two plugs',
      ['P 2 plugs', '2 plugs P', '2 cables off the P', 'unplug 2 cables from the P', 'both P plugs off'],
      ({ type, count }) => type === 'connector' && count === 2,
    ],
  ];
  it.each(rows)('%s', (_what, forms, right) => {
    const wrong = misread(forms, opened, ([only, ...more], part) => {
      const whose = only?.kind === 'undo' ? only.part?.replace(/-(?:ribbon|plug|cable)$/, '') : null;
      return more.length === 0 && only?.kind === 'undo' && whose === part && right(only.joint);
    });
    expect(wrong).toEqual([]);
  });
});

describe('a part', () => {
  it('comes off, in any wording', () => {
    const forms = [
      ...['P off', 'P out', 'P removed', 'remove the P', 'lift the P out', 'P lifts out', 'P comes off'],
      ...[
        'P came off',
        'P away',
        'P is out',
        'take P off',
        'took the P off',
        'P taken out',
        'pull the P out',
      ],
      ...['out with the P', 'out comes the P', 'P free', 'the P is out now', 'then P off', 'P now off'],
      ...['got the P out', 'P set aside', 'P to one side', 'put the P aside', 'P: off', 'P, out', 'P - out'],
      ...['slid the P out', "P's off", 'P done', 'the P lifts away', 'lifting out the P', 'P has come off'],
      ...['P has been removed', 'I take the P off', 'P out of the case', 'P lifted clear', 'detach the P'],
      ...['P detached', 'P drops out', 'tip the P out', 'withdraw the P', 'P popped off'],
    ];
    const wrong = misread(
      forms,
      opened,
      ([only, ...more], part) => more.length === 0 && only?.kind === 'lift' && only.part === part,
    );
    expect(wrong).toEqual([]);
  });

  it('is unplugged, in any wording', () => {
    const forms = [
      ...['unplug the P', 'P unplugged', 'P plug off', 'P ribbon out', 'P cable: off', 'plug of the P off'],
      ...['disconnect P', 'disconnect the cable of the P', 'pull the P plug', 'P lead popped', 'P: plug off'],
      ...['plug to the P off', 'off comes the P plug', "the P's plug is out", 'P plug has been unplugged'],
      ...['P is disconnected', 'we disconnect the P cable', 'the cable for the P is off', 'P flex free'],
    ];
    const wrong = misread(
      forms,
      opened,
      ([only, ...more], part) =>
        more.length === 0 &&
        only?.kind === 'undo' &&
        only.joint.type === 'connector' &&
        (only.part === part || only.part?.startsWith(`${part}-`) === true),
    );
    expect(wrong).toEqual([]);
  });

  it('is one of a list: each of three comes off, known or not, or is unplugged', () => {
    const lists = [
      ['fan', 'heatsink', 'usb-board'],
      ['keyboard', 'touchpad', 'left-speaker'],
      ['trim-ring', 'gizmo', 'drive-cage'],
    ];
    const off = [
      ...['A, B and C off', 'A off, B off, C off', 'remove the A, the B and the C', 'A and B and C removed'],
      ...[
        'took off the A, B and C',
        'A / B / C off',
        'A + B + C off',
        'A off; B off; C off',
        'lift out A, B and C',
      ],
      ...['A, B and C have been removed', 'off with A, B and C', 'out come A, B and C'],
    ];
    const unplugged = [
      ...['unplug A, B and C', 'A, B and C unplugged', 'unplugged the A, the B and the C', 'unplug: A, B, C'],
      ...['A and B and C disconnected', 'unplug A and B and then C', 'A plug, B plug, C plug off'],
    ];
    const told = (form: string, parts: readonly string[]): string[] =>
      acts(
        form.replace(/\b[ABC]\b/g, (letter) => (parts['ABC'.indexOf(letter)] ?? '').replaceAll('-', ' ')),
        after(opened),
      ).map((entry) => {
        const part = 'part' in entry ? (entry.part ?? '') : '';
        return `${entry.kind === 'undo' ? entry.joint.type : entry.kind} ${part.replace(/-(?:plug|cable)$/, '')}`;
      });
    for (const parts of lists) {
      for (const form of off)
        expect([form, told(form, parts).sort()]).toEqual([form, parts.map((part) => `lift ${part}`).sort()]);
      for (const form of unplugged)
        expect([form, told(form, parts).sort()]).toEqual([
          form,
          parts.map((part) => `connector ${part}`).sort(),
        ]);
    }
  });

  it('goes back in, and nothing is undone', () => {
    const forms = [
      ...['P back in', 'P in', 'refit the P', 'put the P back', 'put P back in, 3 T5', 'P in, 3 T5'],
      ...['3 T5 in the P', '3 T5 back in P', 'P screwed down', 'P on, 3 T5, plug in', 'plug the P in'],
      ...['P plug in', 'reconnect the P', 'P goes back in', 'new P in', 'new P, 3 T5', 'install the P'],
      ...[
        'P home',
        'clip the P in',
        'snap P on',
        'tighten 3 T5 on the P',
        'P: 3/3 T5 in',
        'all 3 P screws in',
      ],
      ...['lay the P in', 'P in place', 'attach P', 'P attached, 3 T5'],
    ];
    const up = [...opened, '5 T5 heatsink', 'heatsink off', 'board in, 5 T5'];
    expect(misread(forms, up, (found) => found.every(({ kind }) => kind === 'refit'))).toEqual([]);
  });

  it('stays where it is: what is denied, planned, asked or told of others is no act', () => {
    const forms = [
      ..."don't remove the P|do not unplug the P yet|no need to remove the P|the P stays|leave the P in".split(
        '|',
      ),
      ...'P left in place|without removing the P|the P would not lift|P not out yet'.split('|'),
      ...'if you remove the P it breaks|should I take the P off?|next time take the P off first'.split('|'),
      ...'on the other model the P comes off first|the P has to stay on|never pull the P|P can stay'.split(
        '|',
      ),
      ...'no screws in the P|no clips on the P|P not screwed|there is no P|P is dusty|P checked, fine'.split(
        '|',
      ),
      ...'the P is under the keyboard|cable runs under the P|P to be replaced|order a new P|P scratched'.split(
        '|',
      ),
      ...'P would be next|maybe the P must come off|tried to lift the P|P still on|P still plugged in'.split(
        '|',
      ),
      ...'P screws go in cell 3|could have left the P in|P was off before|the P must not be bent'.split('|'),
    ];
    expect(misread(forms, opened, (found) => found.length === 0)).toEqual([]);
  });
});

describe('what comes first', () => {
  const orders = [
    ...['P needs the battery out first', 'P wants battery out', 'battery before P', 'P after battery'],
    ...['battery comes out before the P', 'take the battery out before the P', 'P: battery first'],
    ...['battery must be out before the P', 'before the P comes the battery', 'P only after the battery'],
    ...['need the battery out to get at the P', 'you have to take the battery out to reach the P'],
    ...['P cannot come out until the battery is out', 'P wont come out with the battery in'],
    ...['P wont come without the battery off', 'no P without the battery out', 'P depends on battery'],
    ...['the P is only reachable once the battery is out', 'battery out first or the P wont come'],
    ...[
      'cant get the P out with the battery in',
      'P has to wait for the battery',
      'P goes after the battery',
    ],
    ...['to reach the P remove the battery first', 'prerequisite for the P: battery'],
  ];
  const holds = [
    ...['P stuck on the bracket', 'P blocked by the bracket', 'bracket is in the way of the P'],
    ...['the bracket holds the P in', 'P wont move, bracket in the way', 'P hits the bracket'],
    ...['P caught on the bracket', 'P stuck: bracket', 'bracket stops the P', 'bracket still holding the P'],
    ...['cant get the P past the bracket', 'P fouls the bracket'],
  ];

  it.each(statementForms)('each form reads the line that it is for: %s', (line) => {
    const found = acts(line, after(opened.slice(0, 2)));
    expect(found).toMatchObject([
      line.includes('battery')
        ? { kind: 'requires', part: 'fan', parts: ['battery'] }
        : { kind: 'blocked', part: 'fan' },
    ]);
  });

  it('is read off the form of the sentence', () => {
    const wrong = misread(
      orders,
      opened.slice(0, 2),
      ([only, ...more], part) =>
        more.length === 0 &&
        only?.kind === 'requires' &&
        only.part === part &&
        only.parts.join() === 'battery',
    );
    expect(wrong).toEqual([]);
  });

  it('is what holds a part that does not come', () => {
    const wrong = misread(
      holds,
      opened,
      ([only, ...more], part) =>
        more.length === 0 && only?.kind === 'blocked' && only.part === part && /bracket/.test(only.by),
    );
    expect(wrong).toEqual([]);
  });
});

describe('a kind said after the count', () => {
  it.each(['all T5', 'they are all T5', 'T5', 'all are torx five', 'it is T5', 'T5, all four'])(
    'puts the screws just counted right: %s',
    (kind) => {
      const context = after([...opened, 'fan 4 screws']);
      const reading = readLine(kind, context);
      expect(reading.amends).toBe('replace');
      expect(reading.whole ?? reading.entries).toMatchObject([
        { kind: 'undo', part: 'fan', joint: { type: 'screws', count: 4, screw: { size: 'T5' } } },
      ]);
    },
  );

  it('is no kind of other screws, which have one', () => {
    expect(readLine('T6', after([...opened, 'fan 4 T5'])).amends).toBeUndefined();
  });
});
