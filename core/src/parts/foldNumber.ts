import { wordTable } from '../wordTable.ts';

/** Letters that labels confuse with figures. Common practice, no source. */
const confused: Readonly<Record<string, string>> = wordTable({
  O: '0',
  Q: '0',
  I: '1',
  L: '1',
  B: '8',
  S: '5',
});

/**
 * A part number as it is compared: upper case, without spaces, dashes, dots and the like, and with letters
 * that are easily misread as figures folded onto them. `tb 4471-2`, `TB-44712` and `T8-447l2` are one.
 */
export const foldNumber = (text: string): string =>
  text
    .normalize('NFKC')
    .toUpperCase()
    .replaceAll(/[^\p{L}\p{N}]/gu, '')
    .replaceAll(/[OQILBS]/g, (letter) => confused[letter] ?? letter);
