import argon2 from 'argon2';
import { createHash, randomBytes, randomInt } from 'node:crypto';

/** Argon2id with 19 MiB, two passes, one lane: the OWASP Password Storage Cheat Sheet's first choice (from memory). */
const options = { type: argon2.argon2id, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashSecret = (secret: string): Promise<string> => argon2.hash(secret.normalize('NFKC'), options);

let unused: Promise<string> | undefined;
/** Is it the secret of this hash? Of a person who is not there it takes as long to say no. */
export async function isSecret(hash: string | null, secret: string): Promise<boolean> {
  const known = hash ?? (await (unused ??= hashSecret(randomBytes(16).toString('hex'))));
  return (await argon2.verify(known, secret.normalize('NFKC'))) && hash !== null;
}

/** What a device or a session is known by: 256 bits, of which only the hash is kept. */
export const newToken = (): string => randomBytes(32).toString('base64url');
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Eight figures that a person reads off one screen and types at another: `1234-5678` without its dash. */
export const newCode = (): string => String(randomInt(0, 100_000_000)).padStart(8, '0');
export const codeWords = (code: string): string => `${code.slice(0, 4)}-${code.slice(4)}`;
