import {
  actPictures,
  actTies,
  deriveSequence,
  foldLines,
  standingLines,
  type PictureTie,
  type RecordBody,
} from '@bemtor/core';
import { getModel } from '../db/models.ts';
import type { Database } from '../db/pool.ts';
import { arrivedPictures, guidePictures, jobPictures, recordingsWithPictures } from '../db/stepPictures.ts';
import { entryStream, readItems } from '../db/streams.ts';

/** The act that a step of a job does or turns round; other steps, such as a test, keep their own name. */
const actOf = (step: string): string => step.replace(/^(?:down|back):/, '');

interface StepPictures {
  /** Photos by the act that they show. */
  readonly pictures: Record<string, string[]>;
  /** Points of an act's screws, tied to places in these photos. */
  readonly ties: Record<string, Omit<PictureTie, 'entry'>[]>;
}

/** Photos of a model by the act that they show, from its recordings, its jobs and guides that came in; those that have arrived. */
export async function stepPictures(database: Database, code: string): Promise<StepPictures> {
  const { model, options } = await getModel(database, code);
  const recordings = await Promise.all(
    (await recordingsWithPictures(database, code)).map(async (id) => {
      const { items } = await readItems<RecordBody>(database, entryStream, id);
      return { id, lines: standingLines(foldLines(items)) };
    }),
  );
  const derived = recordings.length > 0 ? deriveSequence(recordings, model, options) : null;
  const lines = recordings.flatMap((recording) => recording.lines);
  const found = derived?.ok ? actPictures(derived.value.actLines, lines) : new Map<string, string[]>();
  const told = [
    ...(await guidePictures(database, code)),
    ...(await jobPictures(database, code)).map(({ step, picture }) => ({ act: actOf(step), picture })),
  ];
  for (const { act, picture } of told) found.set(act, [...new Set([...(found.get(act) ?? []), picture])]);
  const arrived = await arrivedPictures(database, [...found.values()].flat());
  const pictures = Object.fromEntries(
    [...found].flatMap(([step, pictures]) => {
      const there = pictures.filter((picture) => arrived.has(picture));
      return there.length > 0 ? [[step, there]] : [];
    }),
  );
  const tied = derived?.ok ? actTies(derived.value.actLines, lines) : [];
  const ties = Object.fromEntries(
    [...tied].flatMap(([act, all]) => {
      const there = all.filter(({ picture }) => arrived.has(picture));
      return there.length > 0 ? [[act, there]] : [];
    }),
  );
  return { pictures, ties };
}
