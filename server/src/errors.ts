import { unkeepable, type Problem } from '@bemtor/core';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { ZodError, ZodType } from 'zod';
import { isConnectionLoss } from './db/connectionLoss.ts';

/**
 * The registry of problems: a stable code, the status, and what it says. docs/errors.md lists them; a test
 * keeps the two in step.
 */
export const problems = {
  'body-malformed': { status: 400, title: 'The request body is not as expected' },
  'body-not-json': { status: 400, title: 'The request body is not JSON' },
  'request-malformed': { status: 400, title: 'The request is not as HTTP expects it' },
  'type-unknown': { status: 415, title: 'The request body is of another type' },
  'host-unknown': { status: 421, title: 'The server does not go by this name' },
  'origin-foreign': { status: 403, title: 'The request comes from somebody else’s page' },
  'too-many-requests': { status: 429, title: 'Too many requests' },
  'body-too-large': { status: 413, title: 'The request body is too large' },
  'accounts-off': { status: 409, title: 'There are no accounts here' },
  'owner-there': { status: 409, title: 'This workshop has an owner' },
  'owner-needed': { status: 409, title: 'A workshop needs an owner' },
  'code-wrong': { status: 403, title: 'This code is not good' },
  'secret-wrong': { status: 403, title: 'This PIN or passphrase is not right' },
  'sign-in-held': { status: 429, title: 'Too many wrong tries' },
  'device-unpaired': { status: 401, title: 'This device is not known here' },
  'signed-out': { status: 401, title: 'Nobody is signed in' },
  'not-allowed': { status: 403, title: 'This is not for everybody' },
  'by-unknown': { status: 403, title: 'Whoever typed this has not signed in here' },
  'person-unknown': { status: 404, title: 'This person is not known' },
  'device-unknown': { status: 404, title: 'This device is not known' },
  'name-taken': { status: 409, title: 'Somebody has this name' },
  'id-malformed': { status: 400, title: 'An id in the address is not a UUID' },
  'not-found': { status: 404, title: 'There is nothing at this address' },
  'unit-unknown': { status: 404, title: 'This unit is not known' },
  'recording-unknown': { status: 404, title: 'This recording is not known' },
  'job-unknown': { status: 404, title: 'This job is not known' },
  'model-unknown': { status: 404, title: 'This model is not known' },
  'revision-unknown': { status: 404, title: 'No sequence has been published for this model' },
  'picture-unknown': { status: 404, title: 'This picture is not known' },
  'number-unknown': { status: 404, title: 'This part number has not been seen here' },
  'paper-unknown': { status: 404, title: 'There is no such paper, or not any more' },
  'want-unknown': { status: 404, title: 'This line of the shopping list is not known' },
  'id-taken': { status: 409, title: 'This id is taken by something else' },
  'label-taken': { status: 409, title: 'Another unit has this label' },
  'model-fixed': { status: 409, title: 'The model of this unit cannot be changed any more' },
  'model-conflict': { status: 412, title: 'Somebody changed this model in the meantime' },
  'model-merged': { status: 409, title: 'One of these models is another spelling already' },
  'option-in-use': { status: 409, title: 'The sequence that stands needs this option' },
  'unit-here': { status: 409, title: 'This unit is on the bench' },
  'unit-conflict': { status: 412, title: 'Somebody changed this unit in the meantime' },
  'revision-conflict': { status: 412, title: 'Somebody published another revision in the meantime' },
  'part-unreachable': { status: 422, title: 'The sequence has a part that no order reaches' },
  'document-faulty': { status: 422, title: 'The sequence document is not consistent' },
  'picture-unreadable': { status: 422, title: 'This is no picture that can be read' },
  'row-unreadable': { status: 422, title: 'A later version of Bemtor wrote this' },
  'setting-conflict': { status: 412, title: 'Somebody changed this setting in the meantime' },
  'copies-nowhere': { status: 409, title: 'Nowhere to keep copies' },
  'paper-failed': { status: 500, title: 'The paper could not be made' },
  'press-busy': { status: 429, title: 'Too many papers are being made' },
  'disk-full': { status: 507, title: 'The disk of the server is full' },
  'database-away': { status: 503, title: 'The database does not answer' },
  internal: { status: 500, title: 'Something went wrong on the server' },
} as const;

export type ProblemCode = keyof typeof problems;

export class ProblemError extends Error {
  readonly code: ProblemCode;
  readonly extra: Partial<Problem>;
  constructor(code: ProblemCode, detail: string, extra: Partial<Problem> = {}) {
    super(detail);
    this.code = code;
    this.extra = extra;
  }
}

export const asProblem = ({ code, message, extra }: ProblemError): Problem => ({
  type: `urn:bemtor:problem:${code}`,
  title: problems[code].title,
  status: problems[code].status,
  detail: message,
  code,
  ...extra,
});

/** Parses a body, or what stands `within` one, or throws the problem that names the path of the first fault. */
export function parseBody<T>(schema: ZodType<T>, body: unknown, within = ''): T {
  const parsed = schema.safeParse(body);
  if (parsed.success) {
    const where = unkeepable(parsed.data);
    if (where === null) return parsed.data;
    throw new ProblemError('body-malformed', `${where}: holds a character that cannot be kept`, {
      where,
      right: 'text without NUL and without halves of a surrogate pair',
    });
  }
  throw bodyProblem(parsed.error, within);
}

function bodyProblem(error: ZodError, within: string): ProblemError {
  const issue = error.issues[0];
  const where = [within, ...(issue?.path ?? [])].filter((part) => part !== '').join('.') || 'body';
  return new ProblemError('body-malformed', `${where}: ${issue?.message ?? 'does not fit'}`, {
    where,
    right: issue?.message ?? '',
  });
}

/** `disk_full` of SQLSTATE: no file of the database could grow. */
const diskFull = '53100';

function toProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  const { type, status, code } = error as { type?: string; status?: unknown; code?: unknown };
  if (type === 'entity.parse.failed') return new ProblemError('body-not-json', 'The body must be JSON');
  if (type === 'entity.too.large')
    return new ProblemError('body-too-large', 'Send fewer items at a time; a picture may have 12 MB');
  // What express itself refuses: an address that cannot be decoded, a charset that nobody reads.
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new ProblemError('request-malformed', (error as Error).message, {
      right: 'an address in percent-encoding, a body in UTF-8',
    });
  // A value that no column takes: class 22 of SQLSTATE. What our schemas let through is refused all the same.
  if (typeof code === 'string' && /^22[0-9A-Z]{3}$/.test(code))
    return new ProblemError('body-malformed', 'It holds a value that cannot be kept', {
      right: 'figures and text within the bounds of docs/formats.md',
    });
  if (code === diskFull)
    return new ProblemError('disk-full', 'Nothing of it was stored; it waits where it was typed', {
      right: 'room on the disk of the server; then it is sent again',
    });
  if (isConnectionLoss(error)) {
    return new ProblemError('database-away', 'Nothing is known to be stored; send it again');
  }
  return new ProblemError('internal', 'The request was not carried out; see the server log');
}

export const noRoute: RequestHandler = (request) => {
  throw new ProblemError('not-found', `${request.method} ${request.path}`);
};

/** The one error handler, after all routes. */
export const problemHandler: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error); // express then ends the connection: half an answer is no answer
  const problem = toProblem(error);
  const { status } = problems[problem.code];
  if (status >= 500) request.log?.error({ err: error }, 'failed');
  const id = request.id === undefined ? {} : { request: request.id };
  response
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ ...asProblem(problem), ...id }));
};
