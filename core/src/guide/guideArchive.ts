import { strToU8, zipSync, type Zippable } from 'fflate';
import type { Sequence } from '../sequence/schema.ts';
import type { Guide } from './guide.ts';
import { guideHtml } from './guideHtml.ts';
import { guideMarkdown } from './guideMarkdown.ts';
import type { Pictures } from './pictures.ts';
import { sequenceText } from './sequenceText.ts';

/** Names in an archive. */
export const archiveNames = {
  sequence: 'sequence.json',
  page: 'guide.html',
  markdown: 'guide.md',
  pictures: 'pictures.json',
} as const;
export const pictureName = (id: string): string => `pictures/${id}.jpg`;

/** A zip knows no time zone, and the same guide is the same file: all is from the first day that a zip can say. */
const mtime = '1980-01-01T00:00:00';

/**
 * All in one file: the sequence, the guide as a page and as Markdown, the photos as they are, and in `pictures.json` which
 * act each of them shows.
 */
export function guideArchive(guide: Guide, sequence: Sequence, pictures: Pictures): Uint8Array {
  const shown: Record<string, string[]> = {};
  for (const step of guide.sections.flatMap(({ steps }) => steps)) {
    const here = step.pictures.filter((id) => pictures.has(id));
    if (here.length > 0) shown[step.act] = here.map(pictureName);
  }
  const files: Zippable = {
    [archiveNames.sequence]: strToU8(sequenceText(sequence)),
    [archiveNames.page]: strToU8(guideHtml(guide, { pictures })),
    [archiveNames.markdown]: strToU8(guideMarkdown(guide)),
    [archiveNames.pictures]: strToU8(`${JSON.stringify(shown, null, 2)}\n`),
  };
  // Photos are packed already.
  for (const [id, bytes] of pictures) files[pictureName(id)] = [bytes, { level: 0 }];
  return zipSync(files, { mtime });
}
