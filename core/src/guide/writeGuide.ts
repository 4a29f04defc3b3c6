import { sequenceSchema, type Sequence } from '../sequence/schema.ts';
import type { Guide } from './guide.ts';
import { guideCsv } from './guideCsv.ts';
import { guideHowTo } from './guideHowTo.ts';
import { guideHtml } from './guideHtml.ts';
import { guideMarkdown } from './guideMarkdown.ts';

/** The formats that a guide is taken along in. */
export const guideFormats = {
  html: { words: 'One page for any browser', ending: '.html', type: 'text/html;charset=utf-8' },
  md: { words: 'Markdown', ending: '.md', type: 'text/markdown;charset=utf-8' },
  'csv-steps': { words: 'Table of steps', ending: '-steps.csv', type: 'text/csv;charset=utf-8' },
  'csv-screws': { words: 'Table of screws', ending: '-screws.csv', type: 'text/csv;charset=utf-8' },
  'csv-parts': { words: 'Table of parts', ending: '-parts.csv', type: 'text/csv;charset=utf-8' },
  jsonld: { words: 'HowTo as JSON-LD', ending: '.jsonld', type: 'application/ld+json;charset=utf-8' },
  json: { words: 'The sequence itself', ending: '.json', type: 'application/json;charset=utf-8' },
} as const;
export type GuideFormat = keyof typeof guideFormats;

/** A guide in one of the formats: the same text wherever it is written. */
export function writeGuide(guide: Guide, sequence: Sequence, format: GuideFormat): string {
  switch (format) {
    case 'html':
      return guideHtml(guide);
    case 'md':
      return guideMarkdown(guide);
    case 'csv-steps':
      return guideCsv(guide, sequence, 'steps');
    case 'csv-screws':
      return guideCsv(guide, sequence, 'screws');
    case 'csv-parts':
      return guideCsv(guide, sequence, 'parts');
    case 'jsonld':
      return `${JSON.stringify(guideHowTo(guide), null, 2)}\n`;
    case 'json':
      // Keys in the order of the schema: a database need not give a document back as it was written.
      return `${JSON.stringify(sequenceSchema.parse(sequence), null, 2)}\n`;
  }
}

/** `TL14-2-battery.html`: the model, where to, the format's ending; letters that every file system takes. */
export function guideFileName(guide: Guide, targets: readonly string[], format: GuideFormat): string {
  const about = format === 'json' || format === 'csv-parts' ? [] : targets;
  const name = [guide.model.code, ...about]
    .join('-')
    .replace(/[^\w.-]+/g, '-')
    .slice(0, 120);
  return `${name}${guideFormats[format].ending}`;
}
