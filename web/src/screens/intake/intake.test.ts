import { describe, expect, test } from '@jest/globals';
import { readMeasure } from './measures.ts';

describe('a measure as it is typed', () => {
  test.each([
    ['7,4', { value: 7.4 }],
    [' 12 ', { value: 12 }],
    ['', { value: null }],
    ['0', { value: 0 }],
  ])('%s', (text, read) => {
    expect(readMeasure('fullWh', text)).toEqual(read);
  });
  test.each(['six', '1e9', '-3', '4.5 V'])('%s is refused in words', (text) => {
    expect(readMeasure('coinV', text)).toEqual({ fault: expect.stringMatching(/no number|cannot be/) });
  });
});
