import { unzipSync, type UnzipFileInfo } from 'fflate';
import { z } from 'zod';
import { archiveNames } from '../guide/guideArchive.ts';
import { failure, faultLine, success, type Result } from '../result.ts';
import { readSequence } from '../sequence/readSequence.ts';
import type { Sequence } from '../sequence/schema.ts';
import { decodeText } from './decodeText.ts';

/** All files of an archive together; photos are some hundred kB each. */
const mostBytes = 120_000_000;
const mostFiles = 1_000;
const pictureFile = /^pictures\/([\w-]{1,80})\.jpe?g$/;
const known = new Set<string>(Object.values(archiveNames));

export interface Archive {
  readonly sequence: Sequence;
  /** JPEG by id. */
  readonly pictures: ReadonlyMap<string, Uint8Array>;
  /** Ids of the photos that show an act, by the act. */
  readonly shows: Readonly<Record<string, readonly string[]>>;
  readonly notes: readonly string[];
}

class Refusal extends Error {}

/** An archive of a guide. Sizes and names are looked at before anything is unpacked. */
export function importArchive(bytes: Uint8Array): Result<Archive> {
  const left: string[] = [];
  let files: Record<string, Uint8Array>;
  try {
    files = unpack(bytes, left);
  } catch (error) {
    return error instanceof Refusal
      ? failure(error.message, 'the archive', 'an archive that Bemtor has written is expected')
      : failure('cannot be unpacked', 'the archive', 'a whole .zip file is expected');
  }
  const document = files[archiveNames.sequence];
  if (!document)
    return failure(
      `has no ${archiveNames.sequence}`,
      'the archive',
      'an archive that Bemtor has written is expected',
    );
  const parsed = jsonIn(document);
  const sequence = parsed.ok ? readSequence(parsed.value) : parsed;
  if (!sequence.ok)
    return {
      ok: false,
      fault: { ...sequence.fault, where: `${archiveNames.sequence}: ${sequence.fault.where}` },
    };
  const pictures = new Map(
    Object.entries(files).flatMap(([name, content]) => {
      const id = pictureFile.exec(name)?.[1];
      return id ? [[id, content] as const] : [];
    }),
  );
  const notes = left.map((name) => `left out: ${name}`);
  return success({
    sequence: sequence.value,
    pictures,
    ...shown(files[archiveNames.pictures], pictures, notes),
  });
}

function unpack(bytes: Uint8Array, left: string[]): Record<string, Uint8Array> {
  let count = 0;
  let whole = 0;
  const files = unzipSync(bytes, {
    filter: ({ name, originalSize }: UnzipFileInfo) => {
      if (++count > mostFiles) throw new Refusal(`holds more than ${mostFiles} files`);
      if (name.split(/[\\/]/).includes('..') || /^[\\/]|^[a-z]:/i.test(name))
        throw new Refusal(`names a file outside of itself: ${name.slice(0, 80)}`);
      if (!known.has(name) && !pictureFile.test(name)) {
        if (!name.endsWith('/')) left.push(name.slice(0, 120));
        return false;
      }
      whole += originalSize;
      if (whole > mostBytes) throw new Refusal(`unpacks to more than ${mostBytes / 1_000_000} MB`);
      return true;
    },
  });
  return files;
}

function jsonIn(bytes: Uint8Array): Result<unknown> {
  const text = decodeText(bytes);
  if (!text.ok) return text;
  try {
    return success(JSON.parse(text.value) as unknown);
  } catch (error) {
    return failure(
      'is not JSON',
      error instanceof Error ? error.message : 'the document',
      'bemtor.sequence/1 is expected',
    );
  }
}

const shownSchema = z.record(z.string().max(200), z.array(z.string().max(120)).max(50));

function shown(
  bytes: Uint8Array | undefined,
  pictures: ReadonlyMap<string, Uint8Array>,
  notes: string[],
): Pick<Archive, 'shows' | 'notes'> {
  if (!bytes) return { shows: {}, notes };
  const json = jsonIn(bytes);
  const read = json.ok ? shownSchema.safeParse(json.value) : null;
  if (!json.ok || !read?.success)
    return {
      shows: {},
      notes: [
        ...notes,
        `left out: ${archiveNames.pictures}: ${json.ok ? 'does not fit' : faultLine(json.fault)}`,
      ],
    };
  const missing: string[] = [];
  const shows: Record<string, string[]> = {};
  for (const [act, names] of Object.entries(read.data))
    for (const name of names) {
      const id = pictureFile.exec(name)?.[1];
      if (id && pictures.has(id)) (shows[act] ??= []).push(id);
      else missing.push(`left out: ${name}, which is not in the archive`);
    }
  return { shows, notes: [...notes, ...missing] };
}
