// Running other programs, with Node's built-ins only: these scripts run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');
export const isRoot = process.getuid?.() === 0;

export const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** A failure that is the user's business: one line, no stack. */
export class Refusal extends Error {}

/** Runs a program to its end and returns its exit code; output goes where `stdio` says. */
export function run(command, args, { env, cwd = root, stdio = 'inherit' } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd, stdio, env: { ...process.env, ...env } });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1)));
  });
}

/** Runs a program quietly; on failure its output is shown and the reason thrown. */
export async function must(what, command, args, options = {}) {
  const chunks = [];
  const code = await new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: root,
      ...options,
      env: { ...process.env, ...options.env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    child.stdout.on('data', (chunk) => chunks.push(chunk));
    child.stderr.on('data', (chunk) => chunks.push(chunk));
    child.on('error', reject);
    // `exit`, not `close`: a daemon that the program leaves behind may keep the pipes open.
    child.on('exit', (status) => setTimeout(resolve, 20, status ?? 1));
  });
  if (code !== 0) {
    process.stderr.write(Buffer.concat(chunks));
    throw new Refusal(`${what} failed (exit ${code}); its output stands above.`);
  }
  return Buffer.concat(chunks).toString();
}

export const has = (command) =>
  spawnSync('sh', ['-c', `command -v ${command}`], { stdio: 'ignore' }).status === 0;

/** Installs a Debian package where it is missing and this user may; otherwise says in one line what to do. */
export async function ensureDebianPackage(name, present) {
  if (present()) return;
  if (!isRoot || !has('apt-get'))
    throw new Refusal(`${name} is missing. Install it once with: sudo apt-get install ${name}`);
  console.log(`Installing Debian's ${name} (once) …`);
  // What comes as a service does not begin as one: its programs are all that is wanted.
  const env = { DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' };
  await must('apt-get update', 'apt-get', ['update'], { env });
  await must(`Installing ${name}`, 'apt-get', ['install', '-y', '--no-install-recommends', name], { env });
  if (!present())
    throw new Refusal(`${name} was installed, but its programs are not where they are expected.`);
}

/** Runs a script's main function; a refusal is one line and exit code 1. */
export async function main(work) {
  try {
    process.exitCode = (await work()) ?? 0;
  } catch (error) {
    console.error(error instanceof Refusal ? error.message : error);
    process.exitCode = 1;
  }
}
