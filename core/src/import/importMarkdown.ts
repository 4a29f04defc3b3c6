import type { LineContext } from '../reader/context.ts';
import { failure, success, type Result } from '../result.ts';
import { importSteps, type StepRecord } from './importStep.ts';
import type { ImportLine } from './importLine.ts';

/** Sections of a guide that say nothing of the way down, or what is made anew. */
export const otherSections =
  /^(tools?|parts( to have ready)?|cautions?|warnings?|screw (ledger|kinds)|at the bottom|back|reassembly|tests when it is closed)$/i;

const plain = (text: string): string => text.replace(/\\([\\`*_{}[\]<>|#&+\-=~.)])/g, '$1');
const unmarked = (text: string): string => plain(text.replace(/(\*\*|__|`)(.+?)\1/g, '$2'));
const listItem = /^(\s*)(?:\d+[.)]|[-*+])\s+(?:\[[ x]\]\s+)?(.*)$/i;

/** Lists of a Markdown text as steps: those under "Down" where there is such a heading, else all that are under no other. */
export function importMarkdown(
  text: string,
  context: LineContext,
): Result<{ readonly title: string; readonly lines: ImportLine[]; readonly notes: string[] }> {
  const steps: (StepRecord & { cautions: string[]; detail: string })[] = [];
  const left = new Map<string, number>();
  const source = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
  const hasDown = source.some((line) => /^##\s+down\s*$/i.test(line));
  let title = '';
  let section = '';
  let isIn = !hasDown;
  for (const [i, line] of source.entries()) {
    const heading = /^(#{1,6})\s+(.*?)\s*#*$/.exec(line);
    if (heading) {
      const words = unmarked(heading[2] ?? '');
      if (heading[1] === '#' && title === '') title = words;
      else {
        section = words;
        isIn = hasDown ? /^down$/i.test(words) : !otherSections.test(words);
      }
      continue;
    }
    const item = listItem.exec(line);
    const isOpen = item !== null && (item[1] ?? '').length < 2;
    if (isOpen && (!isIn || (section === '' && hasDown))) {
      left.set(section, (left.get(section) ?? 0) + 1);
      continue;
    }
    if (isOpen) {
      const record = itemOf(item[2] ?? '');
      if (record.title !== '') steps.push({ ...record, at: `line ${i + 1}`, cautions: [], detail: '' });
    } else if (isIn && line.trim() !== '' && /^\s/.test(line) && steps.length > 0)
      addTo(steps.at(-1)!, plain(line.trim().replace(/^[-*+]\s+/, '')));
    else if (isIn && line.trim() !== '')
      left.set('text between the lists', (left.get('text between the lists') ?? 0) + 1);
  }
  if (steps.length === 0)
    return failure(
      'holds no list of steps',
      'the text',
      'a numbered list, or one with dashes, a line for each step',
    );
  const notes = [...left].map(
    ([name, count]) =>
      `left out: ${name === '' ? 'before the first heading' : name}, ${count} ${count === 1 ? 'line' : 'lines'}`,
  );
  return success({ title, lines: importSteps(steps, context), notes });
}

/** `**Base cover: remove 3 screws**, rear edge (T5; 3 × T5 M2 × 4, cell A)`: title, place, tool and screws. */
function itemOf(text: string): Omit<StepRecord, 'at'> {
  const own = /^\*\*(.+)\*\*(?:, (.*?))?(?: \(([^()]*)\))?$/.exec(text);
  if (!own) return { title: unmarked(text).trim() };
  const facts = plain(own[3] ?? '')
    .split('; ')
    .filter(Boolean);
  const screws = facts.map((fact) => /^(\d+|\?) × (.+), cell \w+$/.exec(fact)).find(Boolean);
  const tool = facts.find((fact) => !/^(\d+|\?) × /.test(fact));
  return {
    title: plain(own[1] ?? ''),
    ...(own[2] ? { place: plain(own[2]) } : {}),
    ...(tool ? { tool } : {}),
    ...(screws?.[2] ? { screw: screws[2], count: Number(screws[1]) || null } : {}),
  };
}

/** What stands below a step: a caution, or more of its words. */
function addTo(step: { cautions: string[]; detail: string }, words: string): void {
  const caution = /^(?:caution|warning): (.+)$/i.exec(words);
  if (caution?.[1]) step.cautions.push(caution[1]);
  else if (!/^About \d+ (min|h|s)\b/.test(words))
    step.detail = [step.detail, words].filter(Boolean).join('. ');
}
