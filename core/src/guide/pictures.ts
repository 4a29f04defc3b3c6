/** JPEG of photos, by id. */
export type Pictures = ReadonlyMap<string, Uint8Array>;
