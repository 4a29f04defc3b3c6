import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { csvText } from './csvText.ts';

test('no cell of words begins a formula, and all of them can be read again', () => {
  const begins = fc.constantFrom('=', '+', '-', '@', '\t', '\r', '', ' ');
  const words = fc.tuple(begins, fc.string()).map(([first, rest]) => first + rest);
  fc.assert(
    fc.property(fc.array(words, { minLength: 1, maxLength: 5 }), (cells) => {
      const { data } = Papa.parse<{ words: string }>(csvText(cells.map((cell) => ({ words: cell }))), {
        header: true,
        newline: '\r\n',
        // Said, not guessed: a single column of semicolons would be read as several.
        delimiter: ',',
      });
      const read = data.map((row) => row.words);
      for (const [i, cell] of cells.entries()) {
        expect(read[i]).not.toMatch(/^[=+\-@\t\r]/);
        expect(read[i]?.replace(/^'/, '')).toBe(cell.replace(/^'/, ''));
      }
    }),
  );
});

test('a number stays one, also below zero', () => {
  expect(csvText([{ seconds: -5, words: '-5' }])).toBe('seconds,words\r\n-5,"\'-5"');
});
