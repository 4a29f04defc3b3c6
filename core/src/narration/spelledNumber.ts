import { readNumber } from '../line/spokenNumber.ts';
import { tokenize } from '../line/tokens.ts';

const letters: Readonly<Record<string, string>> = Object.fromEntries(
  'alpha bravo charlie delta echo foxtrot golf hotel india juliet kilo lima mike november oscar papa quebec romeo sierra tango uniform victor whiskey xray yankee zulu'
    .split(' ')
    .map((word) => [word, word.charAt(0).toUpperCase()]),
);

/**
 * A number of a part that was read aloud: "T B dash four four seven one", "TB-4471", "tango bravo 4471".
 * The longest stretch of letters and figures that holds both, or figures alone from six on; null without one.
 */
export function spelledNumber(text: string): string | null {
  const tokens = tokenize(text);
  let best: string | null = null;
  for (let at = 0; at < tokens.length; at++) {
    const { code, to } = stretch(tokens, at);
    const plausible = /\d/.test(code) && code.replace(/\D/g, '').length >= 2 && code.length >= 4;
    if (plausible && (/[A-Z]/.test(code) || code.length >= 6) && code.length > (best?.length ?? 0))
      best = code;
    if (to > at) at = to - 1;
  }
  return best;
}

function stretch(tokens: ReturnType<typeof tokenize>, from: number): { code: string; to: number } {
  let code = '';
  let to = from;
  for (let i = from; i < tokens.length;) {
    const token = tokens[i];
    if (!token) break;
    const number = token.kind === 'number' ? { value: token.text, to: i + 1 } : readNumber(tokens, i);
    if (number) code += String(number.value);
    else if (token.lower === 'dash' || token.lower === 'hyphen' || (token.text === '-' && code !== ''))
      code += '-';
    else if (letters[token.lower]) code += letters[token.lower];
    else if (
      token.kind === 'word' &&
      (token.text.length === 1 || (token.text === token.text.toUpperCase() && token.text.length <= 5)) &&
      token.text !== 'I' &&
      token.lower !== 'a'
    )
      code += token.text.toUpperCase();
    else break;
    i = to = number ? number.to : i + 1;
    // A comma inside a number that is read in groups is a breath.
    if (tokens[i]?.text === ',' && code !== '') i++;
  }
  return { code: code.replace(/^-+|-+$/g, ''), to };
}
