import { driveNames, drives, heads, type Drive, type Screw } from '../sequence/screw.ts';

const driveOf = (size: string): Drive | null => {
  const prefix = /^[A-Z]+(?=\d)/i.exec(size)?.[0].toUpperCase();
  if (prefix === 'H') return 'hex';
  return drives.find((drive) => drive.toUpperCase() === prefix) ?? null;
};
const byName = Object.entries(driveNames).sort(([, a], [, b]) => b.length - a.length) as [Drive, string][];

/** A kind of screw from its short form, as `screwWords` writes it; what is not understood is its look. */
export function screwOfWords(words: string): Screw {
  let rest = words.trim();
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const found = pattern.exec(rest);
    if (found) rest = `${rest.slice(0, found.index)} ${rest.slice(found.index + found[0].length)}`.trim();
    return found;
  };
  const screw: Screw = {};
  const named = byName.find(([, name]) => rest === name || rest.startsWith(`${name} `));
  if (named) {
    screw.drive = named[0];
    rest = rest.slice(named[1].length).trim();
  } else {
    const size = take(/^(?:PH|JIS|T|P|Y|H)\d+(?:\.\d+)?(?=\s|$)/i)?.[0];
    const drive = size ? driveOf(size) : null;
    if (size && drive) Object.assign(screw, { drive, size: size.toUpperCase() });
  }
  const thread = take(/\bM(\d+(?:[.,]\d+)?)(?:\s*[×x]\s*(\d+(?:[.,]\d+)?)(?:\s*mm)?)?(?=\s|$)/);
  const figure = (text: string): number => Number(text.replace(',', '.'));
  if (thread?.[1]) screw.thread = `M${thread[1].replace(',', '.')}`;
  if (thread?.[2]) screw.lengthMm = figure(thread[2]);
  const length = screw.lengthMm == null ? take(/(?:^|\s)(\d+(?:[.,]\d+)?)\s*mm(?=\s|$)/)?.[1] : undefined;
  if (length) screw.lengthMm = figure(length);
  for (const flag of ['captive', 'shouldered', 'sprung'] as const)
    if (take(new RegExp(`(?:^|\\s)${flag}(?=\\s|$)`))) screw[flag] = true;
  const head = heads.find((one) => new RegExp(`(?:^|\\s)${one}(?=\\s|$)`).test(rest));
  if (head && take(new RegExp(`(?:^|\\s)${head}(?=\\s|$)`))) screw.head = head;
  rest = rest.replace(/\s+/g, ' ').trim();
  if (rest !== '' && rest !== 'screw' && rest !== 'screws') screw.look = rest.slice(0, 40);
  return screw;
}
