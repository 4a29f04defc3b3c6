import type { Disk } from '@bemtor/core';
import { statfs } from 'node:fs/promises';

/** From here on somebody has to make room. */
const lowFrom = 0.9;
/** What is left for lines and acts when photos are not taken any more: this share of the disk, and at most so much. */
const heldShare = 0.03;
const heldBytes = 1_000_000_000;
const lookEveryMs = 5_000;

/** A file system in bytes: what is used, and what a program that is not the administrator may still use. */
export interface Room {
  readonly taken: number;
  readonly free: number;
}

export function diskOf({ taken, free }: Room): Disk {
  const size = taken + free;
  const used = size > 0 ? taken / size : 1;
  const isFull = free < Math.min(heldBytes, heldShare * size);
  return { level: isFull ? 'full' : used >= lowFrom ? 'low' : 'room', used, freeBytes: free };
}

async function roomOf(folder: string): Promise<Room> {
  const { blocks, bfree, bsize, bavail } = await statfs(folder);
  return { taken: (blocks - bfree) * bsize, free: bavail * bsize };
}

/** Looks now and then how full the disk of a folder is. */
export class DiskWatch {
  #disk: Disk | null = null;
  #timer: NodeJS.Timeout | null = null;
  readonly #folder: string | null;
  readonly #look: (folder: string) => Promise<Room>;

  /** `folder`: on the disk that is watched; null: none is. */
  constructor(folder: string | null, look: (folder: string) => Promise<Room> = roomOf) {
    this.#folder = folder;
    this.#look = look;
  }

  /** How it was at the last look; null: nothing is known. */
  get disk(): Disk | null {
    return this.#disk;
  }

  async look(): Promise<void> {
    try {
      this.#disk = this.#folder === null ? null : diskOf(await this.#look(this.#folder));
    } catch {
      this.#disk = null;
    }
  }

  async start(): Promise<void> {
    await this.look();
    this.#timer = setInterval(() => void this.look(), lookEveryMs).unref();
  }

  stop(): void {
    if (this.#timer) clearInterval(this.#timer);
  }
}
