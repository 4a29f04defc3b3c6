import { z } from 'zod';

/** This machine, by its own names. */
export const loopback: ReadonlySet<string> = new Set(['127.0.0.1', '::1', 'localhost']);

const environmentSchema = z.object({
  DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/, error: 'a postgresql:// address is expected' }),
  PORT: z.coerce.number().int().min(0).max(65_535).default(4600),
  HOST: z
    .string()
    .default('127.0.0.1')
    .refine((host) => loopback.has(host), 'only loopback until accounts are on'),
  BEMTOR_HOSTS: z
    .string()
    .default('')
    .transform((text) =>
      text
        .split(',')
        .map((name) => name.trim().toLowerCase())
        .filter(Boolean),
    ),
  BEMTOR_DEMO: z.enum(['0', '1']).default('0'),
  BEMTOR_RESET: z.enum(['0', '1']).default('0'),
  BEMTOR_WATCH_PARENT: z.enum(['0', '1']).default('0'),
  LOG_LEVEL: z.enum(['silent', 'fatal', 'error', 'warn', 'info', 'debug']).default('warn'),
});

export interface Config {
  readonly databaseUrl: string;
  readonly port: number;
  readonly host: string;
  /** Names of this server beside those of this machine, as a browser asks for it. */
  readonly hosts: readonly string[];
  /** Load the demo data once. */
  readonly demo: boolean;
  /** Drop everything of ours first. */
  readonly reset: boolean;
  /** Stop when the process that started this one is gone. */
  readonly watchParent: boolean;
  readonly logLevel: string;
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
  return Object.freeze({
    databaseUrl: DATABASE_URL,
    port: PORT,
    host: HOST,
    hosts: parsed.data.BEMTOR_HOSTS,
    demo: BEMTOR_DEMO === '1',
    reset: BEMTOR_RESET === '1',
    watchParent: BEMTOR_WATCH_PARENT === '1',
    logLevel: LOG_LEVEL,
  });
}
