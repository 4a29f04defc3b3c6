import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { Away, Failed, keptAnswer, read, readFile, Refused, send, Unreadable } from './client.ts';
import { readSnapshot, writeSnapshot } from './local.ts';

/*
 * What becomes of an answer: read by its schema, kept, and used again while the server is away; a refusal, a failure,
 * and an answer of another version are three different things to whoever asked.
 */

const technicians = { technicians: [{ name: 'Runa', also: [] as string[] }] };
const path = '/shop/technicians';

const browserFetch = globalThis.fetch;
let asked: { address: string; init: RequestInit }[] = [];
let answer: () => Response;
beforeEach(async () => {
  asked = [];
  answer = () => Response.json(technicians);
  globalThis.fetch = ((address: string, init: RequestInit) => {
    asked.push({ address, init });
    return Promise.resolve().then(answer);
  }) as typeof fetch;
  await writeSnapshot(path, undefined);
});
afterEach(() => {
  globalThis.fetch = browserFetch;
});

/** What is kept is written beside the answer, which does not wait for it. */
const written = async (): Promise<void> => {
  for (let i = 0; i < 50 && (await readSnapshot(path)) === undefined; i += 1)
    await new Promise((resolve) => setTimeout(resolve, 1));
};
const goAway = (): void => {
  answer = () => {
    throw new TypeError('network');
  };
};

describe('reading', () => {
  test('the last answer stands in while the server is away, and says that it does', async () => {
    expect(await read(path)).toEqual({ value: technicians, fresh: true });
    await written();
    goAway();
    expect(await read(path)).toEqual({ value: technicians, fresh: false });
    answer = () => new Response('', { status: 503 });
    expect(await read(path)).toEqual({ value: technicians, fresh: false });
  });

  test('with nothing kept there is nothing to stand in', async () => {
    goAway();
    await expect(read(path)).rejects.toBeInstanceOf(Away);
    answer = () => Response.json(technicians);
    await read(path, { keep: false });
    goAway();
    await expect(read(path)).rejects.toBeInstanceOf(Away);
  });

  test('an answer that breaks off on the way is none: the last one stands in', async () => {
    await read(path);
    await written();
    const torn = (): Response =>
      new Response(
        new ReadableStream({ start: (body) => body.error(new DOMException('cut', 'AbortError')) }),
      );
    answer = torn;
    expect(await read(path)).toEqual({ value: technicians, fresh: false });
    await expect(readFile('/pictures/x')).rejects.toBeInstanceOf(Away);
    answer = () => new Response('<html>a page of somebody else');
    await expect(read(path)).rejects.toBeInstanceOf(Unreadable);
  });

  test('an answer of another version is no answer: it is refused with its place, and what was kept stays', async () => {
    await read(path);
    await written();
    answer = () => Response.json({ technicians: [{ name: 7, also: [] }] });
    await expect(read(path)).rejects.toThrow(/technicians\.0\.name/);
    await expect(read(path)).rejects.toBeInstanceOf(Unreadable);
    expect(await keptAnswer(path)).toEqual(technicians);
  });

  test.each([
    ['a harmed copy', { technicians: 'none' }],
    ['the copy of another version', [technicians]],
    ['a copy that is no object', 4],
  ])('%s stands in for nothing', async (_what, kept) => {
    await writeSnapshot(path, kept);
    goAway();
    await expect(read(path)).rejects.toBeInstanceOf(Away);
    expect(await keptAnswer(path)).toBeUndefined();
  });

  test('a refusal says why and is no absence; what was kept does not hide it', async () => {
    await writeSnapshot(path, technicians);
    const problem = { title: 'No', status: 404, detail: 'There is no such thing', code: 'unknown' };
    answer = () => new Response(JSON.stringify(problem), { status: 404 });
    await expect(read(path)).rejects.toMatchObject({ message: 'There is no such thing', problem });
    answer = () => new Response('<html>', { status: 413, statusText: 'Too large' });
    await expect(read(path)).rejects.toMatchObject({ problem: { status: 413, title: 'Too large' } });
    await expect(readFile('/pictures/x')).rejects.toBeInstanceOf(Refused);
  });
});

describe('sending', () => {
  test.each([
    [503, { title: 'The database does not answer', code: 'database-away', detail: 'Send it again' }],
    [507, { title: 'The disk of the server is full', code: 'disk-full', detail: 'Nothing was stored' }],
    [401, { title: 'Nobody is signed in', code: 'signed-out', detail: 'Sign in' }],
  ])('an answer of %i says what is away', async (status, problem) => {
    answer = () => new Response(JSON.stringify({ type: 'about:blank', status, ...problem }), { status });
    await expect(send(path, {})).rejects.toMatchObject({ what: problem.title, message: problem.detail });
    await expect(send(path, {})).rejects.toBeInstanceOf(Away);
  });

  test('no answer, and that of a proxy, are the server’s absence', async () => {
    answer = () => new Response('<html>', { status: 502 });
    await expect(send(path, {})).rejects.toMatchObject({ what: 'The server does not answer' });
    goAway();
    await expect(send(path, {})).rejects.toMatchObject({ what: 'The server does not answer' });
  });

  test('goes out as JSON, with a character that no database keeps left out', async () => {
    answer = () => Response.json({ stands: true }, { status: 201 });
    expect(await send(path, { name: 'Ru\u0000na' })).toEqual({ stands: true });
    const [sent] = asked;
    expect(sent?.address).toBe(`/api${path}`);
    expect(sent?.init).toMatchObject({ method: 'POST', keepalive: true });
    expect(String(sent?.init.body)).not.toContain('u0000');
  });

  test('a large one does not count on a page that is left', async () => {
    await send(path, { text: 'x'.repeat(20_000) });
    expect(asked[0]?.init.keepalive).toBe(false);
  });

  test.each([
    [500, Failed],
    [502, Away],
    [503, Away],
    [409, Refused],
    [422, Refused],
  ])('an answer of %i is told apart', async (status, kind) => {
    answer = () => new Response('{}', { status });
    await expect(send(path, {})).rejects.toBeInstanceOf(kind);
  });

  test('what the server says of itself is passed on: why it waits, and where its log has what failed', async () => {
    const problem = { title: 'The disk of the server is full', status: 507, detail: '', code: 'disk-full' };
    answer = () => new Response(JSON.stringify(problem), { status: 507 });
    await expect(send(path, {})).rejects.toThrow('The disk of the server is full');
    answer = () =>
      new Response(JSON.stringify({ ...problem, code: 'internal', request: '3f2a9c0b1d' }), { status: 500 });
    await expect(send(path, {})).rejects.toThrow('The server failed on it (request 3f2a9c0b1d)');
    answer = () => new Response('<html>', { status: 502 });
    await expect(send(path, {})).rejects.toThrow('The server answered 502');
  });

  test('asked too much, it is asked again; what waits is not refused', async () => {
    const problem = {
      title: 'Too many',
      status: 429,
      detail: 'more than it is answered',
      code: 'too-many-requests',
    };
    answer = () => new Response(JSON.stringify(problem), { status: 429 });
    await expect(send(path, {})).rejects.toBeInstanceOf(Away);
    // The press that is busy says so to whoever asked for a paper.
    answer = () => new Response(JSON.stringify({ ...problem, code: 'press-busy' }), { status: 429 });
    await expect(send('/papers', {})).rejects.toBeInstanceOf(Refused);
  });

  test('an answer that is not as its schema says counts as none: what waits stays', async () => {
    answer = () => Response.json({ acknowledged: 'all of it' });
    await expect(send('/jobs/x/events', {})).rejects.toBeInstanceOf(Away);
    answer = () => new Response('<html>', { status: 200 });
    await expect(send('/shop/events', {})).rejects.toBeInstanceOf(Away);
  });
});
