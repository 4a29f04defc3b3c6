import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { keepable } from '../api/text.ts';
import { readBatteryReport } from '../maths/batteryReport.ts';
import { advanceByReading, emptyContext } from '../reader/context.ts';
import { readLine } from '../reader/readLine.ts';
import { readCaptions } from '../reader/speech/readCaptions.ts';
import { lineOf } from './lineOf.ts';
import { recordBodySchema } from './log.ts';

const opened = ['base cover: 6 PH0 M2x5', 'base cover off'].reduce(
  (context, line) => advanceByReading(context, readLine(line, context)),
  emptyContext(),
);

describe('what the log takes', () => {
  test('whatever was typed or pasted, the line that is kept of it is one that the server takes', () => {
    const odd = fc.constantFrom(
      '\u0000',
      '\ud800',
      '9'.repeat(40),
      'constructor',
      'M0x999',
      'PH99999',
      '400',
    );
    const line = fc.oneof(
      fc.string({ maxLength: 60, unit: 'binary' }),
      fc
        .array(fc.oneof(odd, fc.constantFrom('fan', 'screws', 'missing', 'hold', 's', 'V', 'off')), {
          maxLength: 12,
        })
        .map((words) => words.join(' ')),
      fc
        .constantFrom(1_999, 2_001, 20_001, 25_000)
        .map((length) => 'fan 2 PH0, '.repeat(2_300).slice(0, length)),
    );
    fc.assert(
      fc.property(line, (text) => {
        const { entries } = readLine(text, opened);
        recordBodySchema.parse(keepable({ kind: 'line', ...lineOf(text, entries) }));
      }),
      { numRuns: 250 },
    );
  });

  test('time grows with the length of a narration or report, not with its square', async () => {
    // Each of these took minutes once; no clock is needed to see whether it ends.
    for (const text of ['\n', ' ', 'a ', '-->\n', '1\n', '- \n'].map((piece) => piece.repeat(60_000)))
      expect((await readCaptions(`${text}x`)).ok).toBe(true);
    for (const text of ['\n', 'energy-full: ', 'a:'].map((piece) => piece.repeat(60_000)))
      expect(readBatteryReport(text).ok).toBe(false);
  });
});
