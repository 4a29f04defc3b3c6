import { describe, expect, test } from '@jest/globals';
import { emptyIntake } from '@bemtor/core';
import { readMeasure } from './measures.ts';
import { merge, type IntakeDraft } from './mergeIntake.ts';

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

describe('two who tell of one unit at once', () => {
  const base: IntakeDraft = {
    serial: '',
    configuration: {},
    complaint: 'noisy',
    place: '',
    intake: emptyIntake,
  };
  test('what each changed stands; what both changed is this device’s', () => {
    const mine = {
      ...base,
      complaint: 'howls',
      configuration: { bay: '2.5' },
      intake: { ...emptyIntake, powered: true },
    };
    const theirs: IntakeDraft = {
      ...base,
      serial: 'KM2-1',
      complaint: 'whistles',
      configuration: { wireless: 'yes' },
      intake: { ...emptyIntake, symptoms: ['noise'] },
    };
    expect(merge(base, mine, theirs)).toEqual({
      serial: 'KM2-1',
      complaint: 'howls',
      place: '',
      configuration: { wireless: 'yes', bay: '2.5' },
      intake: { ...emptyIntake, powered: true, symptoms: ['noise'] },
    });
    expect(merge(base, base, theirs)).toEqual(theirs);
    expect(merge(base, mine, base)).toEqual(mine);
  });
});
