import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';

/** This machine, by its own names. */
export const loopback: ReadonlySet<string> = new Set(['127.0.0.1', '::1', 'localhost']);

/** How others in the network ask for this machine. */
export function ownNames(): string[] {
  const addresses = Object.values(networkInterfaces()).flatMap((all) => all ?? []);
  const plain = addresses.filter(({ internal }) => !internal);
  const numbers = plain.map(({ address, family }) => (family === 'IPv6' ? `[${address}]` : address));
  const name = hostname().toLowerCase();
  return [...numbers, name, `${name}.local`];
}

const databaseAddress = z.url({ protocol: /^postgres(ql)?$/, error: 'a postgresql:// address is expected' });

const environmentSchema = z.object({
  DATABASE_URL: databaseAddress,
  DATABASE_OWNER_URL: databaseAddress.optional(),
  DATABASE_READ_URL: databaseAddress.optional(),
  PORT: z.coerce.number().int().min(0).max(65_535).default(4600),
  HOST: z.string().default('127.0.0.1'),
  BEMTOR_ACCOUNTS: z.enum(['0', '1']).default('0'),
  BEMTOR_PROXY: z.enum(['0', '1']).default('0'),
  BEMTOR_TLS_CERT: z.string().optional(),
  BEMTOR_TLS_KEY: z.string().optional(),
  BEMTOR_HOSTS: z
    .string()
    .default('')
    .transform((text) =>
      text
        .split(',')
        .map((name) => name.trim().toLowerCase())
        .filter(Boolean),
    ),
  BEMTOR_STATE: z.string().optional(),
  BEMTOR_COPIES: z.string().optional(),
  BEMTOR_DEMO: z.enum(['0', '1', 'never']).default('0'),
  BEMTOR_RESET: z.enum(['0', '1']).default('0'),
  BEMTOR_WATCH_PARENT: z.enum(['0', '1']).default('0'),
  BEMTOR_PATIENT: z.enum(['0', '1']).default('0'),
  BEMTOR_LOG_WORDS: z.enum(['0', '1']).default('0'),
  LOG_LEVEL: z.enum(['silent', 'fatal', 'error', 'warn', 'info', 'debug']).default('warn'),
});

export interface Config {
  readonly databaseUrl: string;
  /** The same database for the role that owns the schema; null: that of `databaseUrl` owns it. */
  readonly ownerUrl: string | null;
  /** A copy that follows it, for search and reports; null: the database itself answers these. */
  readonly readUrl: string | null;
  readonly port: number;
  readonly host: string;
  /** Names of this server beside those of this machine, as a browser asks for it. */
  readonly hosts: readonly string[];
  /** The folder of the workshop, for logs and copies; null: nothing is kept outside the database. */
  readonly state: string | null;
  /** Where copies are kept. */
  readonly copies: string | null;
  /** Everybody signs in; always so where others than this machine are answered. */
  readonly accounts: boolean;
  /** A proxy on this machine stands before us: it is believed who asked, and how. */
  readonly proxy: boolean;
  /** Files of the certificate and its key; null: what is sent is not encrypted by us. */
  readonly tls: { readonly cert: string; readonly key: string } | null;
  /** Load the demo data once; `never`: not in this workshop, from now on. */
  readonly demo: '0' | '1' | 'never';
  /** Drop everything of ours first. */
  readonly reset: boolean;
  /** Wait a while for a database that does not answer: somebody is bringing it back. */
  readonly patient: boolean;
  /** Stop when the process that started this one is gone. */
  readonly watchParent: boolean;
  readonly logLevel: string;
  /** Messages of errors, which may quote the users, are logged too. */
  readonly logWords: boolean;
}

/** Reads and checks the environment once, at start. Throws with a line per fault. */
export function readConfig(environment: Record<string, string | undefined>): Config {
  const parsed = environmentSchema.safeParse(environment);
  if (!parsed.success) {
    throw new Error(
      parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n'),
    );
  }
  const { DATABASE_URL, PORT, HOST, BEMTOR_DEMO, BEMTOR_RESET, BEMTOR_WATCH_PARENT, LOG_LEVEL } = parsed.data;
  const { BEMTOR_STATE: state = null, BEMTOR_COPIES: copies } = parsed.data;
  const isLoopback = loopback.has(HOST);
  const { BEMTOR_TLS_CERT: cert, BEMTOR_TLS_KEY: key } = parsed.data;
  if ((cert === undefined) !== (key === undefined))
    throw new Error('BEMTOR_TLS_CERT and BEMTOR_TLS_KEY: both or neither, the certificate and its key');
  const tls = cert !== undefined && key !== undefined ? { cert, key } : null;
  return Object.freeze({
    databaseUrl: DATABASE_URL,
    ownerUrl: parsed.data.DATABASE_OWNER_URL ?? null,
    readUrl: parsed.data.DATABASE_READ_URL ?? null,
    port: PORT,
    host: HOST,
    hosts: isLoopback ? parsed.data.BEMTOR_HOSTS : [...parsed.data.BEMTOR_HOSTS, ...ownNames()],
    accounts: !isLoopback || parsed.data.BEMTOR_ACCOUNTS === '1',
    proxy: parsed.data.BEMTOR_PROXY === '1',
    tls,
    state,
    copies: copies ?? (state && join(state, 'copies')),
    demo: BEMTOR_DEMO,
    reset: BEMTOR_RESET === '1',
    watchParent: BEMTOR_WATCH_PARENT === '1',
    patient: parsed.data.BEMTOR_PATIENT === '1',
    logLevel: LOG_LEVEL,
    logWords: parsed.data.BEMTOR_LOG_WORDS === '1',
  });
}
