import { describe, expect, test } from '@jest/globals';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse as parseCsv } from 'csv-parse/sync';
import fc from 'fast-check';
import jsonld from 'jsonld';
import MarkdownIt from 'markdown-it';
import JSZip from 'jszip';
import { readFileSync, writeFileSync } from 'node:fs';
import { planRoute } from '../route/planRoute.ts';
import { purposes } from '../run/events.ts';
import { configure } from '../sequence/configuration.ts';
import { sequenceJsonSchema } from '../sequence/jsonSchema.ts';
import type { Sequence } from '../sequence/schema.ts';
import { demoSequence } from '../testing/demo.ts';
import { anySequence } from '../testing/sequences.ts';
import { composeGuide, guideDeferral, type Guide, type GuideStep } from './guide.ts';
import { isoDuration } from './guideHowTo.ts';
import { guideFormats, writeGuide, type GuideFormat } from './writeGuide.ts';

const demos = ['keel-mini', 'lark-14', 'lark-14-duo', 'mast-24', 'pilot-7'].map(demoSequence);

const guideOf = (sequence: Sequence, targets: readonly string[], more: object = {}): Guide => {
  const route = targets.length > 0 ? planRoute(sequence, { targets, configuration: {} }) : null;
  if (route && !route.ok) throw new Error(JSON.stringify(route.fault));
  return composeGuide(sequence, { targets, configuration: {}, steps: route?.value.steps ?? [], ...more });
};
const stepsOf = (guide: Guide): GuideStep[] => guide.sections.flatMap(({ steps }) => steps);

/** Any guide of the demo: a device, up to two of its parts to come off, what for. */
const anyGuide = fc
  .record({
    sequence: fc.constantFrom(...demos),
    picks: fc.array(fc.nat(), { maxLength: 2 }),
    purpose: fc.constantFrom(...purposes),
  })
  .map(({ sequence, picks, purpose }) => {
    const lifts = configure(sequence, {}).actions.filter(({ verb }) => verb === 'lift');
    const targets = [...new Set(picks.map((pick) => lifts[pick % lifts.length]!.part as string))];
    return { sequence, guide: guideOf(sequence, targets, { purpose }) };
  });

const lark = demoSequence('lark-14');
const toKeyboard = guideOf(lark, ['keyboard']);
const keyboardRoute = planRoute(lark, { targets: ['keyboard'], configuration: {} });
/** A battery by any name: words that every format would take for its own. */
function named(words: string): { sequence: Sequence; guide: Guide } {
  if (!keyboardRoute.ok) throw new Error(keyboardRoute.fault.what);
  const sequence = {
    ...lark,
    parts: lark.parts.map((part) => (part.id === 'battery' ? { ...part, name: words } : part)),
    actions: lark.actions.map((action) => ({ ...action, note: action.note === '' ? '' : words })),
  };
  const { steps } = keyboardRoute.value;
  return { sequence, guide: composeGuide(sequence, { targets: ['keyboard'], configuration: {}, steps }) };
}
const nasty = fc
  .string({ minLength: 1, maxLength: 40, unit: fc.constantFrom(...'a<>&"\'|*_`#[](){}\\=+-@,;:!~1.\u00e9') })
  .map((words) => words.trim())
  .filter((words) => words !== '');

describe('a guide', () => {
  test('counts every screw that comes out, in its cell, at the step that is named, and back where there is a way back', () => {
    fc.assert(
      fc.property(anyGuide, ({ guide }) => {
        const steps = stepsOf(guide);
        expect(steps.map(({ n }) => n)).toEqual(steps.map((_, i) => i + 1));
        const at = (n: number | null): GuideStep | undefined => steps.find((step) => step.n === n);
        for (const { cell, count, words, outAt, backAt } of guide.screws) {
          expect(at(outAt)?.screws).toMatchObject({ cell, count, words });
          if (backAt === null) continue;
          expect(at(backAt)?.screws).toMatchObject({ cell, count, words });
          expect(backAt).toBeGreaterThan(outAt);
        }
        const counted = steps.filter(({ screws }) => screws !== null).map(({ n }) => n);
        expect(
          guide.screws.flatMap(({ outAt, backAt }) => [outAt, backAt]).filter((n) => n !== null),
        ).toEqual(expect.arrayContaining(counted));
      }),
      { numRuns: 40 },
    );
  });

  test('asked for nothing it is all of the device, in the order of the sequence', () => {
    const sequence = demoSequence('pilot-7');
    const down = guideOf(sequence, []).sections.find(({ phase }) => phase === 'down')!.steps;
    const acts = down.flatMap(({ id }) => (id.startsWith('down:') ? [id.slice('down:'.length)] : []));
    expect(acts).toEqual(sequence.actions.map(({ id }) => id));
  });

  test('says of which revision it is, and where more was settled since', () => {
    const from = (revision: object | null): string =>
      writeGuide(guideOf(lark, [], { revision }), lark, 'md').match(/- From: (.*)/)?.[1] ?? '';
    const stands = { number: 2, day: '2026-11-27' };
    expect(from(null)).toBe('a sequence that is not published');
    expect(from(stands)).toBe('revision 2, published 2026-11-27');
    expect(from({ ...stands, isAhead: true })).toBe(
      'revision 2, published 2026-11-27, and what was settled since',
    );
  });

  test('every step, caution and deferral stands in the page, in Markdown and in the HowTo', () => {
    fc.assert(
      fc.property(anyGuide, ({ guide, sequence }) => {
        const markdown = new MarkdownIt().render(writeGuide(guide, sequence, 'md'));
        const page = writeGuide(guide, sequence, 'html');
        const howTo = writeGuide(guide, sequence, 'jsonld');
        for (const words of [
          ...stepsOf(guide).flatMap(({ title, cautions }) => [title, ...cautions]),
          guideDeferral,
        ]) {
          expect(markdown).toContain(escaped(words));
          expect(page).toContain(escaped(words));
          expect(howTo).toContain(JSON.stringify(words).slice(1, -1));
        }
      }),
      { numRuns: 15 },
    );
  });
});

const escaped = (words: string): string =>
  words.replace(/[&<>"]/g, (one) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[one] ?? one);

describe('the formats, read by others', () => {
  test('Markdown keeps the numbers, the tables and whatever words there are (markdown-it)', () => {
    fc.assert(
      fc.property(nasty, (words) => {
        const { guide, sequence } = named(words);
        const tokens = new MarkdownIt().parse(writeGuide(guide, sequence, 'md'), {});
        const text = tokens
          .flatMap(({ children }) => children ?? [])
          .map(({ type, content }) => (type === 'softbreak' ? '\n' : content))
          .join('');
        expect(text).toContain(`Unplug ${words}`);
        for (const { detail } of stepsOf(guide)) expect(text).toContain(detail);
        const numbers = tokens.filter(({ type, level }) => type === 'list_item_open' && level === 1);
        expect(numbers.map(({ info }) => info).filter(Boolean)).toEqual(
          stepsOf(guide).map(({ n }) => String(n)),
        );
        expect(tokens.filter(({ type }) => type === 'tr_open')).toHaveLength(guide.screws.length + 1);
      }),
      { numRuns: 25 },
    );
  });

  test('CSV says what the guide says, and no cell starts a formula (csv-parse)', () => {
    fc.assert(
      fc.property(nasty, (words) => {
        const { sequence, guide } = named(words);
        const rows = (format: GuideFormat): Record<string, string>[] =>
          parseCsv(writeGuide(guide, sequence, format), { columns: true, record_delimiter: '\r\n' });
        const steps = rows('csv-steps');
        expect(steps.map(({ n, title }) => [n, title])).toEqual(
          stepsOf(guide).map(({ n, title }) => [String(n), harmless(title)]),
        );
        expect(rows('csv-screws').map(({ cell, count, out_step: out }) => [cell, count, out])).toEqual(
          guide.screws.map(({ cell, count, outAt }) => [cell, String(count ?? ''), String(outAt)]),
        );
        for (const row of [...steps, ...rows('csv-parts')])
          for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
      }),
      { numRuns: 25 },
    );
  });

  test('JSON-LD expands to a HowTo with its required terms (jsonld)', async () => {
    const document = JSON.parse(writeGuide(toKeyboard, lark, 'jsonld')) as object;
    // The context of schema.org is not fetched: all its terms are under one name.
    const [expanded] = await jsonld.expand({ ...document, '@context': { '@vocab': 'https://schema.org/' } });
    const terms = expanded as Record<string, unknown[]>;
    expect(terms['@type']).toEqual(['https://schema.org/HowTo']);
    for (const term of ['name', 'step', 'tool', 'supply', 'totalTime', 'about'])
      expect(terms[`https://schema.org/${term}`]?.length).toBeGreaterThan(0);
    const named = JSON.stringify(expanded).match(/https:\/\/schema\.org\/HowToStep"/g);
    expect(named).toHaveLength(stepsOf(toKeyboard).length);
  });

  test('ISO 8601 durations (from memory)', () => {
    expect([0, 59, 60, 3600, 3930].map(isoDuration)).toEqual(['PT0S', 'PT59S', 'PT1M', 'PT1H', 'PT1H5M30S']);
  });

  test('the page asks for nothing from outside, and is small', () => {
    for (const sequence of demos) {
      const page = writeGuide(guideOf(sequence, []), sequence, 'html');
      expect(page).not.toMatch(/(?:src|href)=|url\(|@import|https?:/);
      expect(Buffer.byteLength(page)).toBeLessThan(2_000_000);
    }
  });

  test('every format has an ending of its own', () => {
    const endings = Object.values(guideFormats).map(({ ending }) => ending);
    expect(new Set(endings).size).toBe(endings.length);
  });
});

/** What a spreadsheet would run as a formula begins with an apostrophe; what begins with one already stays. */
const harmless = (cell: string): string => cell.replace(/^[=+\-@\t\r]/, "'$&");

describe('the archive', () => {
  const photo = new Uint8Array([0xff, 0xd8, 0xff, 0xd9]);
  const act = lark.actions[0]!.id;
  const shown = { [act]: ['0193b5c0-0002-7000-8000-000000000001', '0193b5c0-0002-7000-8000-000000000002'] };
  const guide = guideOf(lark, ['keyboard'], { pictures: shown });
  const pictures = new Map([[shown[act]![0]!, photo]]);

  test('holds the sequence, the guide as page and text, and the photos that there are (JSZip)', async () => {
    const archive = await JSZip.loadAsync(writeGuide(guide, lark, 'zip', pictures), { checkCRC32: true });
    const name = `pictures/${shown[act]![0]!}.jpg`;
    expect(Object.keys(archive.files).sort()).toEqual(
      ['guide.html', 'guide.md', name, 'pictures.json', 'sequence.json'].sort(),
    );
    const text = (file: string): Promise<string> => archive.file(file)!.async('string');
    expect(await text('sequence.json')).toBe(writeGuide(guide, lark, 'json'));
    expect(await text('guide.md')).toBe(writeGuide(guide, lark, 'md'));
    expect(await text('guide.html')).toContain('<img src="data:image/jpeg;base64,/9j/2Q=="');
    expect(JSON.parse(await text('pictures.json'))).toEqual({ [act]: [name] });
    expect(await archive.file(name)!.async('uint8array')).toEqual(photo);
  });

  test('is the same file whenever it is written', () => {
    expect(writeGuide(guide, lark, 'zip', pictures)).toEqual(writeGuide(guide, lark, 'zip', pictures));
  });
});

/* Small enough to be read: who changes what a guide says sees it here. `UPDATE_GOLDEN=1` writes them anew. */
test.each<[GuideFormat, string]>([
  ['md', 'clean-fan.md'],
  ['csv-steps', 'clean-fan-steps.csv'],
  ['csv-screws', 'clean-fan-screws.csv'],
])('as %s it is what golden/%s holds', (format, name) => {
  const sequence = demoSequence('keel-mini');
  const guide = guideOf(sequence, ['fan'], { purpose: 'clean', revision: { number: 4, day: '2026-11-27' } });
  const file = new URL(`golden/${name}`, import.meta.url);
  const written = writeGuide(guide, sequence, format) as string;
  if (process.env['UPDATE_GOLDEN']) writeFileSync(file, written);
  expect(written).toBe(readFileSync(file, 'utf8'));
});

describe('the JSON Schema of a sequence', () => {
  const validate = new Ajv2020({ strict: false }).compile(sequenceJsonSchema());

  test('takes all demo sequences and what the format’s own reader yields (Ajv)', () => {
    for (const sequence of demos) expect(validate(JSON.parse(JSON.stringify(sequence)))).toBe(true);
    fc.assert(
      fc.property(anySequence(1, 12), (sequence) => validate(JSON.parse(JSON.stringify(sequence)))),
      { numRuns: 500 },
    );
  });

  test('refuses what the reader refuses', () => {
    const good = JSON.parse(JSON.stringify(demoSequence('pilot-7'))) as Record<string, unknown>;
    for (const bad of [
      { ...good, format: 'bemtor.sequence/9' },
      { ...good, extra: 1 },
      { ...good, actions: [{ id: 'A B', verb: 'lift', part: 'x', face: 'top', seconds: 1 }] },
      { ...good, actions: [{ id: 'a', verb: 'lift', part: 'x', face: 'top', seconds: -1 }] },
    ])
      expect(validate(bad)).toBe(false);
  });

  test('is the one in the docs', () => {
    const address = new URL('../../../docs/bemtor.sequence-1.schema.json', import.meta.url);
    expect(JSON.parse(readFileSync(address, 'utf8'))).toEqual(sequenceJsonSchema());
  });
});
