/*
 * Word that a stream has grown, whoever made it grow. A browser allows six connections to one host, so all tabs share
 * one: the tab that holds the lock listens to the server and passes the word on; when it goes, another takes over.
 * Where the browser has no locks (an address without TLS), each tab asks from time to time.
 */

/** Called with the stream that has grown (`jobs/…`, `recordings/…`); null: any may have. */
type Listener = (stream: string | null) => void;

const listeners = new Set<Listener>();
const pollMs = 4_000;
let started = false;

/** Passes the word to all that listen in this tab. */
export const tellGrown: Listener = (stream) => listeners.forEach((listener) => listener(stream));

/** Listens until the answer is called. */
export function onGrown(listener: Listener): () => void {
  listeners.add(listener);
  if (!started) start();
  started = true;
  return () => void listeners.delete(listener);
}

function start(): void {
  const locks = globalThis.navigator?.locks;
  if (!locks || !('BroadcastChannel' in globalThis)) {
    setInterval(() => globalThis.document?.visibilityState !== 'hidden' && tellGrown(null), pollMs);
    return;
  }
  const channel = new BroadcastChannel('bemtor-grown');
  channel.addEventListener('message', ({ data }: MessageEvent<string | null>) => tellGrown(data));
  // Held as long as this tab lives.
  void locks.request('bemtor-live', () => new Promise<never>(() => lead(channel)));
}

function lead(channel: BroadcastChannel): void {
  new EventSource('/api/live').addEventListener('grown', ({ data }: MessageEvent<string>) => {
    const { stream = null } = JSON.parse(data) as { stream?: string };
    tellGrown(stream);
    channel.postMessage(stream);
  });
}
