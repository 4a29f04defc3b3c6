import type { Sequence } from '../sequence/schema.ts';
import type { Guide } from './guide.ts';
import { guideArchive } from './guideArchive.ts';
import { guideCsv } from './guideCsv.ts';
import { guideHowTo } from './guideHowTo.ts';
import { guideHtml } from './guideHtml.ts';
import { guideMarkdown } from './guideMarkdown.ts';
import type { Pictures } from './pictures.ts';
import { sequenceText } from './sequenceText.ts';

/** The formats that a guide is taken along in. */
export const guideFormats = {
  html: { words: 'One page for any browser', ending: '.html', type: 'text/html;charset=utf-8' },
  md: { words: 'Markdown', ending: '.md', type: 'text/markdown;charset=utf-8' },
  'csv-steps': { words: 'Table of steps', ending: '-steps.csv', type: 'text/csv;charset=utf-8' },
  'csv-screws': { words: 'Table of screws', ending: '-screws.csv', type: 'text/csv;charset=utf-8' },
  'csv-parts': { words: 'Table of parts', ending: '-parts.csv', type: 'text/csv;charset=utf-8' },
  jsonld: { words: 'HowTo as JSON-LD', ending: '.jsonld', type: 'application/ld+json;charset=utf-8' },
  json: { words: 'The sequence itself', ending: '.json', type: 'application/json;charset=utf-8' },
  zip: { words: 'All of it, with photos', ending: '.zip', type: 'application/zip' },
} as const;
export type GuideFormat = keyof typeof guideFormats;

/**
 * A guide in one of the formats: the same wherever it is written. `pictures`: the photos that its steps name; one that is
 * not here is left out.
 */
export function writeGuide<Format extends GuideFormat>(
  guide: Guide,
  sequence: Sequence,
  format: Format,
  pictures?: Pictures,
): Format extends 'zip' ? Uint8Array : string;
export function writeGuide(
  guide: Guide,
  sequence: Sequence,
  format: GuideFormat,
  pictures: Pictures = new Map(),
): string | Uint8Array {
  switch (format) {
    case 'html':
      return guideHtml(guide, { pictures });
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
      return sequenceText(sequence);
    case 'zip':
      return guideArchive(guide, sequence, pictures);
  }
}

/** A name of letters that every file system takes. */
export const fileName = (about: readonly string[], ending: string): string =>
  `${about
    .join('-')
    .replace(/[^\w.-]+/g, '-')
    .slice(0, 120)}${ending}`;

/** `TL14-2-battery.html`: the model, where to, the format's ending. */
export function guideFileName(guide: Guide, targets: readonly string[], format: GuideFormat | 'pdf'): string {
  const about = format === 'json' || format === 'csv-parts' ? [] : targets;
  return fileName([guide.model.code, ...about], format === 'pdf' ? '.pdf' : guideFormats[format].ending);
}
