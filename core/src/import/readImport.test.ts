import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { composeGuide } from '../guide/guide.ts';
import { writeGuide, type GuideFormat } from '../guide/writeGuide.ts';
import { slugOf } from '../reader/entries/partName.ts';
import type { Action, Model, Sequence } from '../sequence/schema.ts';
import { screwKind, screwWords, type Screw } from '../sequence/screw.ts';
import { demoSequence } from '../testing/demo.ts';
import { anySequence } from '../testing/sequences.ts';
import type { CsvMapping } from './importCsv.ts';
import { mendLine, readImport, sequenceOfLines, type Imported, type ImportedLines } from './readImport.ts';
import { screwOfWords } from './screwOfWords.ts';

const demos = ['keel-mini', 'lark-14', 'lark-14-duo', 'mast-24', 'pilot-7'];
const model: Model = { maker: 'Tervane', name: 'Wren 11', code: 'TW11-1', form: 'notebook' };
const bytesOf = (content: string | Uint8Array): Uint8Array =>
  typeof content === 'string' ? new TextEncoder().encode(content) : content;

async function imported(name: string, content: string | Uint8Array, mapping?: CsvMapping): Promise<Imported> {
  const read = await readImport({ name, bytes: bytesOf(content) }, { mapping });
  if (!read.ok) throw new Error(`${read.fault.where}: ${read.fault.what}; ${read.fault.right}`);
  return read.value;
}
async function lines(name: string, content: string, mapping?: CsvMapping): Promise<ImportedLines> {
  const read = await imported(name, content, mapping);
  if (read.kind !== 'lines') throw new Error('no lines');
  return read;
}
async function refused(name: string, content: string | Uint8Array): Promise<string> {
  const read = await readImport({ name, bytes: bytesOf(content) });
  return read.ok ? 'taken' : `${read.fault.where}: ${read.fault.what}; ${read.fault.right}`;
}
const exported = (sequence: Sequence, format: GuideFormat): string | Uint8Array =>
  writeGuide(composeGuide(sequence, { targets: [], steps: [], configuration: {} }), sequence, format);

/** What of an act a format holds; the rest is listed in docs/formats.md. */
function held(
  sequence: Sequence,
  of: (action: Action, joint: Sequence['joints'][number] | null) => string,
): string[] {
  const joints = new Map(sequence.joints.map((joint) => [joint.id, joint]));
  return sequence.actions.map((action) => of(action, (action.joint && joints.get(action.joint)) || null));
}
const kindWords = (screw: Screw | null | undefined): string =>
  screw ? screwKind(screwOfWords(screwWords(screw))) : '';

describe('round trips', () => {
  test.each(demos)('%s as JSON and as archive is the same sequence', async (name) => {
    const sequence = demoSequence(name);
    for (const format of ['json', 'zip'] as const)
      expect(await imported(`x.${format}`, exported(sequence, format))).toMatchObject({
        kind: 'sequence',
        sequence,
      });
  });

  test('any sequence is, as JSON and as archive', async () => {
    await fc.assert(
      fc.asyncProperty(
        anySequence(1, 12),
        fc.constantFrom('json', 'zip') as fc.Arbitrary<'json' | 'zip'>,
        async (sequence, format) => {
          const back = await imported(`x.${format}`, exported(sequence, format));
          expect(back.kind === 'sequence' && JSON.parse(JSON.stringify(back.sequence))).toEqual(
            JSON.parse(JSON.stringify(sequence)),
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  test.each(demos)(
    '%s as a table keeps every act: what, to which part, how many, of which kind, how, with what',
    async (name) => {
      const sequence = demoSequence(name);
      const read = await lines('x.csv', exported(sequence, 'csv-steps') as string);
      expect(read.lines.filter(({ problem }) => problem !== null)).toEqual([]);
      const back = sequenceOfLines(read, sequence.model, sequence.options);
      const act = (action: Action, joint: Sequence['joints'][number] | null): string =>
        [
          ...[action.verb, action.verb === 'wait' || action.verb === 'hold' ? '' : action.part, joint?.type],
          ...[joint?.count, kindWords(joint?.screw), joint?.mechanism, joint?.where, action.tool],
        ].join('|');
      expect(back.ok && held(back.value, act).sort()).toEqual(held(sequence, act).sort());
    },
  );

  test.each(
    demos.flatMap(
      (name) =>
        [
          [name, 'md'],
          [name, 'jsonld'],
        ] as [string, 'md' | 'jsonld'][],
    ),
  )('%s as %s keeps every act as its words say it', async (name, format) => {
    const sequence = demoSequence(name);
    const names = new Map<string, string>(sequence.parts.map((part) => [part.id, slugOf(part.name)]));
    const read = await lines(`x.${format}`, exported(sequence, format) as string);
    expect(read.lines.filter(({ problem }) => problem !== null)).toEqual([]);
    const back = sequenceOfLines(read, sequence.model, sequence.options);
    const verbs: Partial<Record<Action['verb'], string>> = { pry: 'free', unclip: 'free' };
    const act =
      (nameOf: (part: string) => string) => (action: Action, joint: Sequence['joints'][number] | null) =>
        [
          ...[
            verbs[action.verb] ?? action.verb,
            action.verb === 'wait' || action.verb === 'hold' ? '' : nameOf(action.part),
          ],
          ...[joint?.type === 'screws' ? joint.count : '', kindWords(joint?.screw), joint?.mechanism],
          action.tool,
        ].join('|');
    expect(
      back.ok &&
        held(
          back.value,
          act((part) => part),
        ).sort(),
    ).toEqual(
      held(
        sequence,
        act((part) => names.get(part) ?? part),
      ).sort(),
    );
  });

  test('every kind of screw is read back from its words', () => {
    for (const sequence of demos.map(demoSequence))
      for (const { screw } of sequence.joints)
        if (screw) expect(screwWords(screwOfWords(screwWords(screw)))).toBe(screwWords(screw));
  });
});

describe('what others wrote', () => {
  const said = ({ lines: all }: ImportedLines): string[] =>
    all.map(
      ({ at, entries, problem }) =>
        `${at}: ${entries.map(({ kind }) => kind).join(' ')}${problem ? ` (${problem})` : ''}`,
    );

  test('a table with semicolons and names of its own; a bad count is said with its row', async () => {
    const table =
      'Nr;Instruction;Qty;Fastener;Driver;Warning\r\n1;base cover;7;PH0 M2 × 5;PH0;\r\n2;base cover off;;;;Clips are brittle\r\n3;fan;some;;;\r\n';
    const read = await lines('theirs.csv', table);
    expect(read.table?.mapping).toMatchObject({
      title: 'Instruction',
      count: 'Qty',
      screw: 'Fastener',
      tool: 'Driver',
    });
    expect(read.lines[0]!.entries[0]).toMatchObject({
      kind: 'undo',
      part: 'base-cover',
      joint: { count: 7 },
    });
    expect(read.lines[1]!.entries).toContainEqual(
      expect.objectContaining({ kind: 'caution', text: 'Clips are brittle' }),
    );
    expect(read.notes).toContain('row 4: "some" is no count; a whole number from 1 is expected');
    expect(read.notes.join()).toContain('columns that are not taken in: Nr');
  });

  test('a table whose steps no column is known to tell asks for it, and is read by what is answered', async () => {
    const table = 'Alpha,Beta\nbase cover off,x\n';
    const asked = await lines('odd.csv', table);
    expect([asked.lines, asked.table?.columns]).toEqual([[], ['Alpha', 'Beta']]);
    expect(asked.notes[0]).toContain('say which column holds the words of a step');
    expect(said(await lines('odd.csv', table, { title: 'Alpha' }))).toEqual(['row 2: lift']);
  });

  test('a Markdown list with headings, a HowTo of plain texts, bench lines, captions', async () => {
    const markdown =
      '# Battery\n\n## Tools\n- a driver\n\n## Steps\n1. base cover 5 PH0 M2x5\n   Caution: hot\n2. base cover off\n* [ ] battery plug\n\nSome words.\n';
    const read = await lines('their.md', markdown);
    expect([read.title, said(read)]).toEqual([
      'Battery',
      ['line 7: caution undo', 'line 9: lift', 'line 10: undo'],
    ]);
    expect(read.notes).toEqual(['left out: Tools, 1 line', 'left out: text between the lists, 1 line']);
    const howTo = {
      ...{ '@context': 'https://schema.org', '@type': 'HowTo', name: 'Fan out' },
      step: [
        'base cover off',
        { '@type': 'HowToStep', text: 'fan 2 PH00' },
        { '@type': 'HowToStep', name: 'fan off' },
      ],
    };
    expect(said(await lines('x.jsonld', JSON.stringify(howTo)))).toEqual([
      'step 1: lift',
      'step 2: undo',
      'step 3: lift',
    ]);
    expect(said(await lines('x.txt', 'base cover off\n\nfan off\n'))).toEqual([
      'line 1: lift',
      'line 3: lift',
    ]);
    const captions = await lines('x.vtt', 'WEBVTT\n\n00:01.000 --> 00:04.000\nTake off the base cover.\n');
    expect(said(captions)).toEqual(['0:01: lift']);
  });

  test('a line that is not understood stands with the reason, and is put right by hand', async () => {
    const read = await lines('x.txt', 'base cover off\nfrobnicate the zibbel\nfan off');
    expect(read.lines[1]!.problem).not.toBeNull();
    const mended = mendLine(read.lines, 1, 'battery plug');
    expect(mended[1]).toMatchObject({
      at: 'line 2',
      problem: null,
      entries: [{ kind: 'undo', part: 'battery' }],
    });
    const made = sequenceOfLines({ ...read, lines: mended }, model);
    expect(made.ok && made.value.actions.map(({ id }) => id)).toEqual([
      'lift-base-cover',
      'unplug-battery',
      'lift-fan',
    ]);
  });

  test('the words of the shop and the names of the model are understood; of two that were said at once each has its place', async () => {
    const file = { name: 'x.txt', bytes: bytesOf('snake off\nzibbel off') };
    const read = await readImport(file, {
      words: [{ word: 'snake', means: 'display cable' }],
      parts: [{ id: 'zibbel', name: 'Zibbel' }],
    });
    expect(
      read.ok && read.value.kind === 'lines' && read.value.lines.map(({ entries }) => entries[0]),
    ).toMatchObject([
      // A cable that is off is unplugged.
      { kind: 'undo', part: 'display-cable' },
      { kind: 'lift', part: 'zibbel' },
    ]);
    const captions = 'WEBVTT\n\n00:01.000 --> 00:04.000\nTake off the base cover. Take off the fan.\n';
    const places = (await lines('x.vtt', captions)).lines.map(({ at }) => at);
    expect(places.length).toBeGreaterThan(1);
    expect(new Set(places).size).toBe(places.length);
  });

  test('nothing is lost: every line of a text stands in the preview, as it was', async () => {
    const line = fc
      .string({ minLength: 1, maxLength: 30, unit: fc.constantFrom(...'abcdef 0123×#-') })
      .filter((text) => text.trim() !== '');
    await fc.assert(
      fc.asyncProperty(fc.array(line, { minLength: 1, maxLength: 12 }), async (all) => {
        fc.pre(all.every((text) => !/^#|-->/.test(text.trim())));
        const read = await lines('x.txt', all.join('\n'));
        expect(read.lines.map(({ text }) => text)).toEqual(all.map((text) => text.trim()));
      }),
      { numRuns: 40 },
    );
  });
});

/** The archive with another size in its directory (APPNOTE.TXT 4.3.12, from memory). */
function sized(archive: Uint8Array, size: number): Uint8Array {
  const view = new DataView(archive.buffer, archive.byteOffset, archive.byteLength);
  for (let at = 0; at < archive.length - 46; at++)
    if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, size, true);
  return archive;
}

describe('hostile files are refused in one line, with the place', () => {
  const sequence = strToU8(exported(demoSequence('pilot-7'), 'json') as string);

  test('archives: names that lead out, bombs, sizes that lie, no sequence, half a file', async () => {
    expect(await refused('x.zip', zipSync({ '../../etc/passwd': strToU8('x') }))).toContain(
      'names a file outside of itself',
    );
    expect(await refused('x.zip', zipSync({ 'C:\\x': strToU8('x') }))).toContain(
      'names a file outside of itself',
    );
    expect(await refused('x.zip', sized(zipSync({ 'sequence.json': sequence }), 130_000_000))).toContain(
      'unpacks to more than 120 MB',
    );
    const many = Object.fromEntries(
      Array.from({ length: 1_001 }, (_, i) => [`pictures/${i}.jpg`, new Uint8Array(1)]),
    );
    expect(await refused('x.zip', zipSync(many))).toContain('more than 1000 files');
    expect(await refused('x.zip', zipSync({ 'guide.md': strToU8('x') }))).toContain('has no sequence.json');
    const half = zipSync({ 'sequence.json': sequence });
    expect(await refused('x.zip', half.subarray(0, half.length / 2))).toContain('cannot be unpacked');
    // The directory says 10 bytes, and it unpacks to 4 MB.
    const liar = sized(zipSync({ 'sequence.json': new Uint8Array(4_000_000) }), 10);
    expect(await refused('x.zip', liar)).not.toBe('taken');
  });

  test('of an archive, what is not known is named and left out; a photo that is not there too', async () => {
    const pictures = strToU8(JSON.stringify({ 'lift-battery': ['pictures/a1.jpg', 'pictures/b2.jpg'] }));
    const read = await imported(
      'x.zip',
      zipSync({
        'sequence.json': sequence,
        'pictures.json': pictures,
        'pictures/a1.jpg': strToU8('x'),
        'run.exe': strToU8('x'),
      }),
    );
    expect(read).toMatchObject({
      shows: { 'lift-battery': ['a1'] },
      notes: ['left out: run.exe', 'left out: pictures/b2.jpg, which is not in the archive'],
    });
  });

  test('encodings, sizes, broken JSON and tables, faults of a document', async () => {
    expect(await refused('x.csv', new Uint8Array([0x74, 0x0a, 0xe9, 0x74, 0xe9, 0x0a]))).toBe(
      'line 2: is not in UTF-8; save it as UTF-8 in the program that it comes from',
    );
    expect(await refused('x.txt', 'a\0b')).toContain('is no text');
    expect(await refused('x.txt', '')).toContain('is empty');
    expect(await refused('x.bin', new Uint8Array(100_000_000))).toContain('x.bin: has 100 MB');
    expect(await refused('x.json', '{"format": ')).toContain('is not JSON');
    expect(await refused('x.json', '{"format": "bemtor.sequence/9"}')).toContain(
      'format: format is "bemtor.sequence/9"',
    );
    expect(await refused('x.csv', 'title\n"never closed')).toContain(
      'row 2: has a quotation mark that is never closed',
    );
    expect(await refused('x.md', '# Only a title')).toContain('holds no list of steps');
    const utf16 = new Uint8Array([0xff, 0xfe, ...Buffer.from('fan off', 'utf16le')]);
    expect(await imported('x.txt', utf16)).toMatchObject({ lines: [{ text: 'fan off', problem: null }] });
  });

  test('a cell that a spreadsheet would run comes back as it was', async () => {
    const lark = demoSequence('lark-14');
    const odd = {
      ...lark,
      actions: lark.actions.map((action) => ({ ...action, note: action.note ? '=SUM(A1)' : '' })),
    };
    const table = exported(odd, 'csv-steps') as string;
    expect(table).toContain("'=SUM(A1)");
    const read = await lines('x.csv', table);
    expect(
      read.lines.flatMap(({ entries }) =>
        entries.flatMap((entry) => (entry.kind === 'note' ? entry.text : [])),
      ),
    ).toContain('=SUM(A1)');
  });

  test('whatever bytes there are, there is an answer', async () => {
    const name = fc.constantFrom('x.csv', 'x.md', 'x.json', 'x.jsonld', 'x.txt', 'x.vtt', 'x.zip', 'x');
    const content = fc.oneof(
      fc.uint8Array({ maxLength: 300 }),
      fc.json().map(bytesOf),
      fc.string({ unit: 'binary', maxLength: 200 }).map(bytesOf),
      fc.uint8Array({ maxLength: 200 }).map((bytes) => new Uint8Array([0x50, 0x4b, 3, 4, ...bytes])),
    );
    await fc.assert(
      fc.asyncProperty(name, content, async (file, bytes) => {
        const read = await readImport({ name: file, bytes });
        if (!read.ok)
          expect([read.fault.where, read.fault.what, read.fault.right].every((words) => words !== '')).toBe(
            true,
          );
      }),
      { numRuns: 300 },
    );
  });
});
