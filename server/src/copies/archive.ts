import type { Readable, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import tar from 'tar-stream';

/*
 * The file of a copy: a gzipped tar, which any machine can open. A tar says the size of each entry before its content,
 * and a table says it after; so a table is written in pieces.
 */

/** Photos are compressed already; the rest shrinks at the quickest level almost as well as at the best. */
const gzipLevel = 1;

/** An entry of the file as it is read. */
export interface ArchiveEntry {
  readonly name: string;
  readonly content: Buffer;
}

export interface ArchiveWriter {
  /** Writes an entry; resolves when there is room for the next. */
  readonly add: (name: string, content: Buffer) => Promise<void>;
  /** Resolves when all has been handed to the target. */
  readonly finish: () => Promise<void>;
}

export function writeArchive(target: Writable): ArchiveWriter {
  const pack = tar.pack();
  const written = pipeline(pack, createGzip({ level: gzipLevel }), target);
  // Who adds hears of it at the next entry; until then it must not end the process.
  written.catch(() => undefined);
  return {
    add: async (name, content) => {
      const added = new Promise<void>((resolve, reject) => {
        pack.entry({ name, mode: 0o600 }, content, (error) => (error ? reject(error) : resolve()));
      });
      await Promise.race([added, written]);
    },
    finish: async () => {
      pack.finalize();
      await written;
    },
  };
}

/** The entries of a file, in order. Throws where the file is no such archive, or ends before its end. */
export async function* readArchive(source: Readable): AsyncGenerator<ArchiveEntry> {
  const extract = tar.extract();
  const read = pipeline(source, createGunzip(), extract);
  read.catch(() => undefined);
  for await (const entry of extract) {
    const chunks: Buffer[] = [];
    for await (const chunk of entry as AsyncIterable<Buffer>) chunks.push(chunk);
    yield { name: entry.header.name, content: Buffer.concat(chunks) };
  }
  await read;
}
