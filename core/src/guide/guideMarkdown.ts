import { guideDeferral, type Guide, type GuideStep } from './guide.ts';
import { guideFacts, partWords, screwsOfStep, timeWords, toolWords } from './guideWords.ts';

/** Characters that Markdown would take for its own, and what would begin a list, a heading or a fence. */
const plain = (text: string): string =>
  text
    .replace(/[\\`*_{}[\]<>|#&]/g, '\\$&')
    .replace(/^[-+=~]/, '\\$&')
    .replace(/^(\d+)([.)])/, '$1\\$2');

const table = (header: readonly string[], rows: readonly (readonly string[])[]): string[] =>
  rows.length === 0
    ? []
    : [
        `| ${header.join(' | ')} |`,
        `|${header.map(() => ' --- |').join('')}`,
        ...rows.map((row) => `| ${row.map(plain).join(' | ')} |`),
      ];

const block = (title: string, lines: readonly string[]): string[] =>
  lines.length === 0 ? [] : [`## ${title}`, '', ...lines, ''];

const items = (words: readonly string[]): string[] => words.map((one) => `- ${plain(one)}`);

/** The guide as Markdown (CommonMark, with tables). Steps keep their numbers through all sections. */
export function guideMarkdown(guide: Guide): string {
  const lines = [
    `# ${plain(guide.title)}`,
    '',
    ...guideFacts(guide).map(([name, value]) => `- ${name}: ${plain(value)}`),
    '',
    ...block('Tools', items(guide.tools.map(toolWords))),
    ...block('Parts to have ready', items(guide.parts.map(partWords))),
    ...block('Cautions', items([...guide.cautions, guideDeferral])),
    ...guide.sections.flatMap(({ title, steps }) => block(title, steps.flatMap(stepLines))),
    ...block(
      'Screw ledger',
      table(
        ['Cell', 'Kind', 'Part', 'Where', 'How many', 'Out in step', 'Back in step', 'Out', 'Back'],
        guide.screws.map(({ cell, words, part, where, count, outAt, backAt }) => [
          ...[cell, words, part, where, String(count ?? '?'), String(outAt), String(backAt ?? ''), '', ''],
        ]),
      ),
    ),
  ];
  return `${lines.join('\n').trimEnd()}\n`;
}

function stepLines(step: GuideStep): string[] {
  const place = step.place ? `, ${plain(step.place)}` : '';
  const facts = [step.tool, screwsOfStep(step)].flatMap((one) => (one ? [plain(one)] : []));
  const indent = ' '.repeat(String(step.n).length + 2);
  return [
    `${step.n}. **${plain(step.title)}**${place}${facts.length > 0 ? ` (${facts.join('; ')})` : ''}`,
    ...(step.detail ? [`${indent}${plain(step.detail)}`] : []),
    ...step.cautions.map((caution) => `${indent}Caution: ${plain(caution)}`),
    ...(step.seconds >= 60 ? [`${indent}About ${timeWords(step.seconds)}`] : []),
  ];
}
