import { readSequence } from '@bemtor/core';
import { expect, test } from '@jest/globals';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { runCommand } from './main.ts';

const lark = fileURLToPath(new URL('../../demo/sequences/lark-14.json', import.meta.url));

async function run(args: string[], input = '') {
  const out: string[] = [];
  const err: string[] = [];
  const stdin = (async function* () {
    yield Buffer.from(input);
  })();
  const code = await runCommand(args, {
    stdin,
    stdout: { write: (text) => out.push(String(text)) },
    stderr: { write: (text) => err.push(text) },
  });
  return { code, out: out.join(''), err: err.join('') };
}

test('plan --json answers with a bemtor.route/1 whose cost adds up', async () => {
  const { code, out } = await run([
    'plan',
    lark,
    '--target',
    'battery',
    '--set',
    'keyboard=backlit',
    '--set',
    'card=none',
    '--json',
  ]);
  const route = JSON.parse(out);
  expect(code).toBe(0);
  expect(route).toMatchObject({
    format: 'bemtor.route/1',
    targets: ['battery'],
    configuration: { keyboard: 'backlit', card: 'none' },
    optimal: true,
  });
  const { seconds, toolChanges, flips, resumes, total } = route.cost;
  expect(seconds + 6 * toolChanges + 8 * flips + 20 * resumes).toBe(total);
  expect(route.lowerBound).toBe(total);
  expect(route.validOrders).toMatch(/^\d+$/);
  expect(route.steps.at(-1)).toBe('lift-battery');
});

test('weights, several targets, a half-open unit', async () => {
  const { out } = await run([
    'plan',
    lark,
    '--target',
    'battery',
    '--target',
    'fan',
    '--off',
    'base-cover',
    '--tool-change',
    '0',
    '--flip',
    '0',
    '--resume',
    '0',
    '--json',
  ]);
  const route = JSON.parse(out);
  expect(route.cost.total).toBe(route.cost.seconds);
  expect(route.steps).toEqual(expect.arrayContaining(['lift-battery', 'lift-fan']));
  expect(route.steps).not.toContain('lift-base-cover');
});

test('plan in words says what, with which tool, and whether it is proved', async () => {
  const { out } = await run(['plan', lark, '--target', 'foot-strip']);
  expect(out).toContain('Peel rear foot strip');
  expect(out).toContain('No better order exists.');
});

test('parse --json answers a line for a line, each leaning on those before', async () => {
  const { out } = await run(['parse', '--json'], 'battery: 4 PH00 M1.6x4\none more zorp screw\n');
  const lines = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(lines.map(({ line, unread }) => ({ line, unread }))).toEqual([
    { line: 'battery: 4 PH00 M1.6x4', unread: [] },
    { line: 'one more zorp screw', unread: ['zorp'] },
  ]);
  expect(lines[1].entries[0]).toMatchObject({
    kind: 'undo',
    part: 'battery',
    joint: { count: 1, screw: { size: 'PH00' } },
    fromContext: ['part', 'screw'],
  });
});

test('draft --json answers with entries and the sequence that they bear out', async () => {
  const narration = fileURLToPath(new URL('../../demo/narrations/lark-14-service.txt', import.meta.url));
  const { code, out } = await run(['draft', narration, '--model', lark, '--json']);
  const { entries, sequence } = JSON.parse(out);
  expect(code).toBe(0);
  expect(entries).toContainEqual(
    expect.objectContaining({ kind: 'requires', part: 'fan', parts: ['base-cover', 'battery'] }),
  );
  expect(sequence).toMatchObject({ format: 'bemtor.sequence/1', model: { code: 'TL14-2' } });
  expect(readSequence(sequence)).toMatchObject({ ok: true });
  const text = await run(['draft', narration]);
  expect(text.out.split('\n').filter(Boolean)).toHaveLength(entries.length);
});

test('parse says where a line is in doubt, and where it takes back a word', async () => {
  const { out } = await run(
    ['parse', '--json'],
    'fan 3 PH0\nno, five\nscratch that\nbattery 8 PH0: 5 long, 2 short\n',
  );
  const lines = out
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line));
  expect(lines[1]).toMatchObject({ amends: 'replace', entries: [{ joint: { count: 5 } }] });
  expect(lines[2]).toMatchObject({ amends: 'strike', entries: [] });
  expect(lines[3]).toMatchObject({ doubts: ['5 + 2 is 7, not 8'] });
});

test('refused input: exit 1 and one line that names the place', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bemtor-cli-'));
  const file = (name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    return join(folder, name);
  };
  const cases: [string[], string][] = [
    [['plan', join(folder, 'none.json'), '--target', 'x'], 'cannot be read (ENOENT)'],
    [['plan', file('a.json', '{'), '--target', 'x'], 'is not JSON'],
    [['plan', file('b.json', '{"format":"other/2"}'), '--target', 'x'], 'format: format is "other/2"'],
    [['plan', file('c.json', '{"format":"bemtor.sequence/1","model":{}}'), '--target', 'x'], 'model.maker'],
    [['draft', join(folder, 'none.vtt')], 'cannot be read'],
    [['draft', file('e.vtt', 'WEBVTT\n\n')], 'no words'],
    [['draft', file('f.txt', 'Fan off.'), '--model', join(folder, 'a.json')], 'no JSON'],
    [['plan', lark, '--target', 'wheel'], 'neither a part nor an action'],
    [
      ['plan', lark, '--target', 'cellular-card', '--set', 'card=none'],
      'does not exist in this configuration',
    ],
    [['plan', lark, '--target', 'battery', '--set', 'colour=red'], 'not an option of this model'],
  ];
  for (const [args, words] of cases) {
    const { code, out, err } = await run(args);
    expect({ args, code, out }).toEqual({ args, code: 1, out: '' });
    expect(err).toContain(words);
    expect(err.trim().split('\n')).toHaveLength(1);
  }
});

test('wrong usage: exit 2', async () => {
  for (const args of [
    [],
    ['frob'],
    ['plan'],
    ['plan', lark],
    ['plan', lark, '--target', 'battery', '--flip', 'much'],
    ['plan', lark, '--set', 'x', '--target', 'battery'],
    ['parse', '--loud'],
    ['draft'],
  ]) {
    const { code, err } = await run(args);
    expect({ args, code }).toEqual({ args, code: 2 });
    expect(err).toContain('Usage:');
  }
});

test('check prints the findings with place, reason and remedy; a faulty document is refused', async () => {
  const { code, out } = await run(['check', lark, '--json']);
  expect(code).toBe(0);
  const { findings } = JSON.parse(out) as { findings: Record<string, string>[] };
  expect(findings).toContainEqual(
    expect.objectContaining({
      rule: 'board-firmware',
      place: 'system-board',
      severity: 'warning',
      ground: expect.any(String),
    }),
  );
  expect((await run(['check', lark])).out).toMatch(
    /^warning {2}System board: nothing says that the firmware/m,
  );
  const folder = mkdtempSync(join(tmpdir(), 'bemtor-check-'));
  writeFileSync(join(folder, 'half.json'), '{"format":"bemtor.sequence/1"}');
  expect(await run(['check', join(folder, 'half.json')])).toMatchObject({ code: 1, out: '' });
  expect((await run(['check'])).code).toBe(2);
});

test('export writes a guide to standard output or a file; what is wrong is said with what would be right', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bemtor-export-'));
  const file = join(folder, 'guide.md');
  const job = ['export', lark, '--target', 'battery', '--set', 'keyboard=backlit'];
  const shown = await run([...job, '--to', 'md', '--revision', '3', '--day', '2026-11-27', '--unit', 'SK-1']);
  expect([shown.code, shown.err]).toEqual([0, '']);
  expect(shown.out).toContain('- From: revision 3, published 2026-11-27');
  expect(shown.out).toContain('- Unit: SK-1\n');
  const plain = await run([...job, '--to', 'md']);
  expect(await run([...job, '--to', 'md', '--out', file])).toEqual({ code: 0, out: '', err: '' });
  expect(readFileSync(file, 'utf8')).toBe(plain.out);
  expect((await run([...job, '--to', 'csv'])).out).toBe((await run([...job, '--to', 'csv-steps'])).out);
  for (const [format, begins] of [
    ['pdf', '%PDF-1.7'],
    ['zip', 'PK\x03\x04'],
  ]) {
    expect((await run([...job, '--to', format!, '--out', file])).code).toBe(0);
    expect(readFileSync(file, 'latin1').slice(0, begins!.length)).toBe(begins);
  }

  for (const [code, words, ...args] of [
    [2, '--to is expected: html, md', lark],
    [2, '--to odt: one of html', lark, '--to', 'odt'],
    [2, '--size B7: one of A4, Letter', lark, '--to', 'pdf', '--size', 'B7'],
    [2, '--type huge: one of normal, large', lark, '--to', 'pdf', '--type', 'huge'],
    [2, '--purpose mend: one of replace', lark, '--to', 'md', '--purpose', 'mend'],
    [2, '--revision 0: a number from 1', lark, '--to', 'md', '--revision', '0', '--day', '2026-11-27'],
    [2, '--day 1 May: the day of its publishing', lark, '--to', 'md', '--revision', '1', '--day', '1 May'],
    [1, 'is not a value of "keyboard"', lark, '--to', 'md', '--set', 'keyboard=brass'],
    [1, 'cannot be written (ENOENT)', lark, '--to', 'md', '--out', join(folder, 'none', 'x.md')],
    [1, 'cannot be read (ENOENT)', join(folder, 'none.json'), '--to', 'md'],
  ] as [number, string, ...string[]][]) {
    const refused = await run(['export', ...args]);
    expect([refused.code, refused.out]).toEqual([code, '']);
    expect(refused.err.split('\n')[0]).toContain(words);
  }
});

test('import gives back what export wrote, reads what others wrote, and says what it did not understand', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bemtor-import-'));
  const inFolder = (name: string): string => join(folder, name);
  for (const format of ['json', 'zip'] as const) {
    await run(['export', lark, '--to', format, '--out', inFolder(`lark.${format}`)]);
    const back = await run(['import', inFolder(`lark.${format}`)]);
    expect([back.code, back.err]).toEqual([0, '']);
    expect(back.out).toBe((await run(['export', lark, '--to', 'json'])).out);
  }
  writeFileSync(inFolder('their.csv'), 'Do;Times\nbase cover 5 PH0;1\nzibbel the frob;1\nbase cover off;1\n');
  const mapped = await run([
    'import',
    inFolder('their.csv'),
    '--map',
    'title=Do',
    '--name',
    'Wren',
    '--code',
    'TW',
  ]);
  expect(mapped.code).toBe(0);
  expect(mapped.err).toContain('row 3: zibbel the frob\n    ');
  expect(mapped.err).toContain('columns that are not taken in: Times');
  expect(JSON.parse(mapped.out)).toMatchObject({
    model: { name: 'Wren', code: 'TW' },
    actions: { length: 2 },
  });

  writeFileSync(inFolder('latin.csv'), Buffer.from('title\ncaf\xe9', 'latin1'));
  for (const [code, words, ...args] of [
    [1, 'line 2: is not in UTF-8', inFolder('latin.csv')],
    [1, 'cannot be read (ENOENT)', inFolder('none.csv')],
    [1, 'the column for title: has no column "Nix"', inFolder('their.csv'), '--map', 'title=Nix'],
    [2, '--map Do: field=column is expected', inFolder('their.csv'), '--map', 'Do'],
  ] as [number, string, ...string[]][]) {
    const refused = await run(['import', ...args]);
    expect([refused.code, refused.out]).toEqual([code, '']);
    expect(refused.err.split('\n')[0]).toContain(words);
  }
});
