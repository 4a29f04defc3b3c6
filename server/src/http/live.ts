import type { Response } from 'express';
import pg from 'pg';
import { channel } from '../db/streams.ts';

/** How often a quiet connection gets a comment line, so that a dead one is noticed. */
const heartbeatMs = 20_000;
const reconnectMs = 1_000;
const everyStream = '*';

/** Where it stands in an answer from which device it was asked. */
export const deviceLocal = 'device';

/**
 * Tells followers of a stream, by server-sent events, that it has grown; they then ask for what is new.
 * One LISTEN connection per process; PostgreSQL carries the word between processes.
 */
export class LiveHub {
  private readonly followers = new Map<string, Set<Response>>();
  private readonly connectionString: string;
  private client: pg.Client | null = null;
  private closed = false;
  private retry: NodeJS.Timeout | undefined;
  private readonly heartbeat: NodeJS.Timeout;

  constructor(connectionString: string) {
    this.connectionString = connectionString;
    this.heartbeat = setInterval(
      () => this.all((response) => response.write(': still here\n\n')),
      heartbeatMs,
    );
  }

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.connectionString });
    client.on('notification', ({ payload }) => this.tell(payload ?? ''));
    client.on('error', () => this.lost(client));
    client.on('end', () => this.lost(client));
    try {
      await client.connect();
      await client.query(`listen ${channel}`);
      this.client = client;
      // What happened while nobody listened is unknown: everybody asks once.
      this.all((response) => response.write('event: grown\ndata: {}\n\n'));
    } catch {
      this.lost(client);
    }
  }

  /** Ends what a device follows; it has to ask again, and is asked who it is. */
  turnAway(device: string): void {
    this.all((response) => void (response.locals[deviceLocal] === device && response.end()));
  }

  follow(stream: string, response: Response): void {
    response.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.flushHeaders();
    response.write('event: grown\ndata: {}\n\n');
    const set = this.followers.get(stream) ?? new Set<Response>();
    this.followers.set(stream, set.add(response));
    response.on('close', () => {
      set.delete(response);
      if (set.size === 0) this.followers.delete(stream);
    });
  }

  /** Follows every stream: what has grown is named in the event. One such connection serves all tabs of a browser. */
  followAll(response: Response): void {
    this.follow(everyStream, response);
  }

  /** How many follow. */
  get size(): number {
    return [...this.followers.values()].reduce((sum, followers) => sum + followers.size, 0);
  }

  async close(): Promise<void> {
    this.closed = true;
    clearInterval(this.heartbeat);
    clearTimeout(this.retry);
    this.all((response) => response.end());
    await this.client?.end().catch(() => undefined);
  }

  private tell(stream: string): void {
    for (const response of this.followers.get(stream) ?? []) response.write('event: grown\ndata: {}\n\n');
    const data = JSON.stringify({ stream });
    for (const response of this.followers.get(everyStream) ?? [])
      response.write(`event: grown\ndata: ${data}\n\n`);
  }

  private all(act: (response: Response) => void): void {
    for (const set of this.followers.values()) set.forEach(act);
  }

  private lost(client: pg.Client): void {
    if (this.closed || (this.client !== null && this.client !== client) || this.retry) return;
    this.client = null;
    this.retry = setTimeout(() => {
      this.retry = undefined;
      void this.start();
    }, reconnectMs);
  }
}
