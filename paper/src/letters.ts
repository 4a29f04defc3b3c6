import * as fontkit from 'fontkit';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** A typeface with its bold. */
export interface Letters {
  readonly plain: Buffer;
  readonly bold: Buffer;
  /** Has it a letter for each of these? */
  readonly has: (words: string) => boolean;
}

function letters(plain: string, bold: string): Letters {
  const read = (file: string): Buffer => readFileSync(require.resolve(file));
  const bytes = read(plain);
  const font = fontkit.create(bytes);
  const hasGlyph = (code: number): boolean =>
    code < 32 || ('hasGlyphForCodePoint' in font && font.hasGlyphForCodePoint(code));
  return {
    plain: bytes,
    bold: read(bold),
    has: (words) => [...new Set(words)].every((letter) => hasGlyph(letter.codePointAt(0) ?? 0)),
  };
}

/** As on the screen. */
export const barlow = letters(
  '@fontsource/barlow/files/barlow-latin-400-normal.woff',
  '@fontsource/barlow/files/barlow-latin-600-normal.woff',
);

/** Has Greek, Cyrillic, arrows and signs too: names come from anywhere. What it lacks is a box on paper. */
export const dejaVu = letters(
  'dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf',
  'dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf',
);
