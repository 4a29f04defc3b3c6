import { failure, success, type Result } from '../result.ts';

/** Of the platforms that this runs on; the core's own library knows it not. */
declare const TextDecoder: new (
  label: string,
  options: { fatal: boolean; ignoreBOM?: boolean },
) => { decode(bytes: Uint8Array): string };

/** A text file as text: UTF-8, or UTF-16 where its first bytes say so. Anything else is refused, never guessed. */
export function decodeText(bytes: Uint8Array): Result<string> {
  const [a, b] = bytes;
  const label = a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';
  try {
    const text = new TextDecoder(label, { fatal: true }).decode(bytes);
    const nul = text.indexOf('\0');
    return nul < 0 ? success(text) : failure('is no text', `character ${nul + 1}`, 'a text file is expected');
  } catch {
    return failure(
      'is not in UTF-8',
      `line ${lineOfFault(bytes)}`,
      'save it as UTF-8 in the program that it comes from',
    );
  }
}

/** The line of the first byte that cannot be. */
function lineOfFault(bytes: Uint8Array): number {
  let line = 1;
  let start = 0;
  for (let at = 0; at <= bytes.length; at++) {
    if (at < bytes.length && bytes[at] !== 10) continue;
    try {
      new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(start, at));
    } catch {
      return line;
    }
    start = at + 1;
    line++;
  }
  return line;
}
