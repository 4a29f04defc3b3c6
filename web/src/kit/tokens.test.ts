import { expect, test } from '@jest/globals';
import { palettes, type Palette } from './tokens.ts';

/** Relative luminance and contrast, after the definitions of WCAG 2.2. */
function luminance(colour: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5]
    .map((at) => parseInt(colour.slice(at, at + 2), 16) / 255)
    .map((value) => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
function contrast(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
}

type Token = keyof Palette;
const texts: readonly (readonly [Token, Token])[] = [
  ...(['onMat', 'softOnMat', 'copperMat'] as const).flatMap((text) =>
    (['mat', 'matRaised'] as const).map((ground) => [text, ground] as const),
  ),
  ...(['ink', 'inkSoft', 'copperInk'] as const).flatMap((text) =>
    (['card', 'cardRaised'] as const).map((ground) => [text, ground] as const),
  ),
  ['onCaution', 'caution'],
  ['onStop', 'stop'],
];
const marks: readonly (readonly [Token, Token])[] = [
  ['ghost', 'card'],
  ['ghost', 'cardRaised'],
  ['copper', 'card'],
  ['copper', 'cardRaised'],
  ['copperMat', 'mat'],
];

test.each(Object.entries(palettes))(
  '%s: text holds 4.5:1, marks that carry meaning 3:1',
  (_name, palette) => {
    const below = (pairs: readonly (readonly [Token, Token])[], least: number): string[] =>
      pairs.flatMap(([a, b]) =>
        contrast(palette[a], palette[b]) < least
          ? [`${a} on ${b}: ${contrast(palette[a], palette[b]).toFixed(2)}`]
          : [],
      );
    expect(below(texts, 4.5)).toEqual([]);
    expect(below(marks, 3)).toEqual([]);
  },
);
