// Nothing stays dead: what ends without having been told to is started again, at once and then ever more slowly.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { openCluster } from './postgres.mjs';
import { pause, root } from './run.mjs';

const [firstMs, mostMs] = [250, 10_000];
/** A server that is there and answers nobody is ended: asked this often, it may be silent so many times. */
const [askMs, mostSilent] = [5_000, 4];
/** Exit code of a server that may do better in a moment (server/src/main.ts). */
const tryAgain = 75;

/** Waits between attempts: none, 250 ms, 500 ms … 10 s. One that succeeds begins it anew. */
export function backoff() {
  let failures = 0;
  return {
    /** How long to wait before the next attempt, ms. */
    next() {
      const wait = failures === 0 ? 0 : Math.min(mostMs, firstMs * 2 ** (failures - 1));
      failures++;
      return wait;
    },
    succeeded: () => void (failures = 0),
  };
}

/** Runs a cluster in a folder until it is told to stop; one that has died is opened again on the same port. */
export async function superviseCluster(folder) {
  let cluster = await openCluster(folder);
  let stopping = false;
  const wait = backoff();
  const watching = (async () => {
    while (!stopping) {
      await cluster.ended;
      if (stopping) return;
      console.error('The database has ended; it is started again …');
      while (!cluster.alive()) {
        await pause(wait.next());
        if (stopping) return;
        try {
          cluster = await openCluster(folder, cluster.port);
          wait.succeeded();
          console.error('The database is back.');
        } catch (error) {
          console.error(`${error.message} It is tried again; what is typed meanwhile waits at the benches.`);
        }
      }
    }
  })();
  return {
    url: cluster.url,
    /** May be called in the middle of a start: then what is starting is stopped too. */
    async stop() {
      stopping = true;
      if (cluster.alive()) await cluster.stop();
      await watching;
      if (cluster.alive()) await cluster.stop();
    },
  };
}

/**
 * Runs the server until it is told to stop, and answers with the exit code then. `environment`: of the first start and of
 * the later ones; `patient`: its database is being brought back. One that never came up because of what only a person can
 * change is not tried again.
 */
export function superviseServer({ port, environment, patient }) {
  let child = null;
  let [stopping, cameUp] = [false, false];
  const wait = backoff();
  const tell = (chunk) => {
    const line = chunk.toString();
    if (line.includes('Bemtor listens on')) {
      cameUp = true;
      wait.succeeded();
    }
    process.stdout.write(line.replace(/Bemtor listens on (\S+)/, 'Bemtor is ready: $1   (Ctrl-C stops it)'));
  };
  const runOnce = () =>
    new Promise((resolve) => {
      child = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
        cwd: root,
        env: { ...environment({ first: !cameUp }), BEMTOR_PATIENT: patient ? '1' : '0' },
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      child.stdout.on('data', tell);
      child.once('exit', (code, signal) => resolve(signal ? 1 : code));
    });
  const watch = watchAnswers(port, () => child?.kill('SIGKILL'));
  const ended = (async () => {
    for (;;) {
      const code = await runOnce();
      if (stopping) return 0;
      if (!cameUp && !(patient && code === tryAgain)) return code;
      console.error('The server has ended; it is started again …');
      await pause(wait.next());
      if (stopping) return 0;
    }
  })().finally(() => clearInterval(watch));
  return {
    ended,
    stop(signal) {
      stopping = true;
      child?.kill(signal);
    },
  };
}

/** Asks the server whether it lives; `silent` is called when it has not answered several times in a row. */
function watchAnswers(port, silent) {
  let missed = 0;
  return setInterval(async () => {
    const answer = await fetch(`http://127.0.0.1:${port}/healthz`, {
      signal: AbortSignal.timeout(askMs),
    }).catch((error) => (error.name === 'TimeoutError' ? null : 'gone'));
    // One that refuses the connection is starting or has ended: that is seen elsewhere.
    missed = answer === null ? missed + 1 : 0;
    if (missed < mostSilent) return;
    missed = 0;
    silent();
  }, askMs);
}
