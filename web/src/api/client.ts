import { keepable, readAnswer } from '@bemtor/core';
import type { Problem } from '@bemtor/core';
import { readSnapshot, writeSnapshot } from './local.ts';

/** What a refusal says. */
export const wordsOf = ({ detail, title }: Problem): string => detail || title;

/** The server answered that it will not: sending the same again would not help. */
export class Refused extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(wordsOf(problem));
    this.problem = problem;
  }
}

const noAnswer = 'The server does not answer';

/** No answer, or one that says "later". Nothing is known to be stored; the same may be sent again. */
export class Away extends Error {
  /** What is away, in a sentence without its stop: the server, its database, room on its disk. */
  readonly what: string;
  constructor(message: string = noAnswer, what: string = noAnswer) {
    super(message);
    this.what = what;
  }
}

/** The server asks who this is: nobody is signed in, or the device is not known. What waits goes on after that. */
export class SignedOut extends Away {}

const signedOutListeners = new Set<() => void>();
/** Called when the server asks who this is. */
export const onSignedOut = (listener: () => void): void => void signedOutListeners.add(listener);

/** The server answered what this page does not understand: it is of another version. */
export class Unreadable extends Error {}

/** The server failed on this very request. Once may be chance; what fails again and again is not sent for ever. */
export class Failed extends Away {}

/** The same, and what would be right. */
export const problemWords = ({ detail, right }: Problem): string =>
  [detail, right].filter(Boolean).join('; ');

/** What went wrong, for the person who tried it: what is wrong and what would be right, or that nobody answers. */
export const faultWords = (error: unknown): string => {
  if (error instanceof Refused) return problemWords(error.problem);
  return error instanceof Error ? error.message : String(error);
};

const timeoutMs = 8_000;
const uploadTimeoutMs = 60_000;
/** Browsers allow 64 KiB for all such requests together. */
const keepaliveLimit = 16_000;

async function request(path: string, init: RequestInit = {}): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, { signal: AbortSignal.timeout(timeoutMs), ...init });
  } catch {
    throw new Away();
  }
  if (response.ok) return response;
  throw faultOf(response.status, await response.text().catch(() => ''), response.statusText);
}

/** The body of an answer. One that breaks off on the way is no answer; what is no JSON is one that nobody understands. */
const jsonOf = (response: Response): Promise<unknown> =>
  response.json().catch((error: Error) => {
    if (error.name === 'SyntaxError') return undefined;
    throw new Away();
  });

/** What an answer that is none means: try again, or never. */
function faultOf(status: number, text: string, title: string): Error {
  const problem = problemIn(text, status, title);
  // Whoever looks for it finds it in the log of the server by this.
  if (status === 500)
    return new Failed(`The server failed on it${requestWords(problem)}`, 'The server fails on it');
  if (status >= 500)
    return problem.code === 'unreadable'
      ? new Away(`The server answered ${status}`)
      : new Away(wordsOf(problem), problem.title);
  if (status === 401) {
    signedOutListeners.forEach((listener) => listener());
    return new SignedOut(wordsOf(problem), problem.title);
  }
  // Too much at once: a moment later there is room again.
  return problem.code === 'too-many-requests'
    ? new Away(wordsOf(problem), problem.title)
    : new Refused(problem);
}

const requestWords = ({ request }: Problem): string => (request ? ` (request ${request})` : '');

function problemIn(text: string, status: number, title: string): Problem {
  try {
    return JSON.parse(text) as Problem;
  } catch {
    return { type: 'about:blank', title, status, detail: '', code: 'unreadable' };
  }
}

/** Sends, and reads the answer by its schema. Throws `Refused` where the server will not, `Away` where nothing is known. */
export async function send<T>(path: string, body: unknown): Promise<T> {
  const text = JSON.stringify(keepable(body));
  const response = await request(path, {
    method: 'POST',
    // A page that is left in the middle of sending lets a small request go on.
    keepalive: text.length < keepaliveLimit,
    body: text,
    headers: { 'Content-Type': 'application/json' },
  });
  const answer = readAnswer(path, await response.json().catch(() => undefined), 'POST');
  // It may be stored all the same; sent again, it is stored once.
  if (!answer.ok)
    throw new Away(`The server’s answer cannot be read here (${answer.where}); reload the page`);
  return answer.value as T;
}

/**
 * Reads from the server; while it is away, the last answer seen on this device stands in, so that a reload
 * at the bench shows what was there. A reader that keeps its own snapshot says so with `keep: false`.
 */
export async function read<T>(path: string, { keep = true } = {}): Promise<{ value: T; fresh: boolean }> {
  try {
    const answer = readAnswer(path, await jsonOf(await request(path)));
    if (!answer.ok)
      throw new Unreadable(`The server’s answer cannot be read here (${answer.where}); reload the page`);
    if (keep) void writeSnapshot(path, answer.value);
    return { value: answer.value as T, fresh: true };
  } catch (error) {
    if (!(error instanceof Away)) throw error;
    const kept = await keptAnswer<T>(path);
    if (kept === undefined) throw error;
    return { value: kept, fresh: false };
  }
}

/** What this device kept of an answer. What another version kept, or what was harmed, stands in for nothing. */
export async function keptAnswer<T>(path: string): Promise<T | undefined> {
  const kept = readAnswer(path, await readSnapshot<unknown>(path));
  return kept.ok ? (kept.value as T | undefined) : undefined;
}

/** Reads a file as it is. */
export async function readFile(path: string): Promise<Blob> {
  const answer = await request(path, { signal: AbortSignal.timeout(uploadTimeoutMs) });
  return answer.blob().catch(() => {
    throw new Away();
  });
}

/** Sends a file as it is, and tells how much of it has gone, from 0 to 1. */
export function sendFile(path: string, file: Blob, onSent: (part: number) => void): Promise<void> {
  // Only this way does a browser tell how far it is.
  const request = new XMLHttpRequest();
  return new Promise((resolve, reject) => {
    request.open('PUT', `/api${path}`);
    request.timeout = uploadTimeoutMs;
    request.setRequestHeader('Content-Type', file.type || 'application/octet-stream');
    request.upload.onprogress = ({ loaded, total }) => onSent(total > 0 ? loaded / total : 0);
    request.onerror = request.ontimeout = () => reject(new Away());
    request.onload = () => {
      const { status, responseText, statusText } = request;
      if (status >= 200 && status < 300) resolve();
      else reject(faultOf(status, responseText, statusText));
    };
    request.send(file);
  });
}
