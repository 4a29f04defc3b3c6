/**
 * A server as the dialogs of the shop know it: it answers what a test gives it, takes each event once, refuses, or is
 * away.
 */
export class FakeShop {
  readonly answers = new Map<string, unknown>();
  /** Bodies of the events that it took. */
  readonly said: unknown[] = [];
  /** Bodies of all that reached it, the refused ones too. */
  readonly heard: unknown[] = [];
  refuse: { readonly status: number; readonly detail: string; readonly code: string } | null = null;
  isAway = false;
  private before: typeof fetch | undefined;

  open(): void {
    this.before = globalThis.fetch;
    this.answers.clear();
    this.said.length = this.heard.length = 0;
    this.refuse = null;
    this.isAway = false;
    globalThis.fetch = ((address: string, init: RequestInit = {}) =>
      this.answer(address.replace(/^\/api/, ''), init)) as unknown as typeof fetch;
  }
  close(): void {
    if (this.before) globalThis.fetch = this.before;
  }

  private async answer(path: string, { method = 'GET', body }: RequestInit): Promise<Partial<Response>> {
    if (this.isAway) throw new TypeError('network');
    const sent = method === 'GET' ? null : (JSON.parse(String(body)) as unknown);
    if (method !== 'GET' && path === '/shop/events') {
      this.heard.push((sent as { body: unknown }).body);
      if (this.refuse) return said(this.refuse.status, { title: 'refused', ...this.refuse });
    }
    const value = this.reply(path, method, sent);
    return value === undefined
      ? said(404, { detail: 'unknown', code: 'unknown' })
      : said(method === 'GET' ? 200 : 201, value);
  }

  /** What is answered; nothing where nobody knows such a path. */
  protected reply(path: string, method: string, sent: unknown): unknown {
    if (method === 'GET') return this.answers.get(path);
    const event = (sent as { body: unknown }).body;
    this.said.push(event);
    return { stands: event };
  }
}

/** An answer as far as the client asks it: jsdom has no class for one. */
const said = (status: number, value: unknown): Partial<Response> => ({
  ok: status < 400,
  status,
  statusText: '',
  json: async () => value,
  text: async () => JSON.stringify(value),
});
