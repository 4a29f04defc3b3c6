// Packages and build, each done again only when what it depends on has changed.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, Refusal, root } from './run.mjs';

const stamps = join(root, 'node_modules', '.bemtor');

const stampOf = (name) => (existsSync(join(stamps, name)) ? readFileSync(join(stamps, name), 'utf8') : '');

function setStamp(name, value) {
  mkdirSync(stamps, { recursive: true });
  writeFileSync(join(stamps, name), value);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Refusal(`Node.js 20.19 or later is needed; this is ${process.versions.node}.`);
}

export async function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (stampOf('lock') === lock && existsSync(join(root, 'node_modules', 'typescript'))) return;
  console.log('Installing packages (once, a few minutes on a cold cache) …');
  // One retry: a registry now and then drops one of several hundred connections.
  await must('npm ci', 'npm', ['ci', '--no-progress']).catch(() =>
    must('npm ci', 'npm', ['ci', '--no-progress']),
  );
  setStamp('lock', lock);
}

const sources = [
  'core/src',
  'paper/src',
  'server/src',
  'cli/src',
  'web/src',
  'web/public',
  'web/index.html',
  'web/vite.config.ts',
  'package-lock.json',
  'tsconfig.base.json',
];

function* filesBelow(path) {
  if (!existsSync(path)) return;
  const stat = statSync(path);
  if (!stat.isDirectory()) yield `${path} ${stat.size} ${stat.mtimeMs}`;
  else for (const name of readdirSync(path).sort()) yield* filesBelow(join(path, name));
}

export async function ensureBuild() {
  const hash = createHash('sha256');
  for (const source of sources) for (const line of filesBelow(join(root, source))) hash.update(line);
  const now = hash.digest('hex');
  const built =
    existsSync(join(root, 'server/dist/main.js')) && existsSync(join(root, 'web/dist/index.html'));
  if (built && stampOf('build') === now) return;
  console.log('Building …');
  await must('The build', 'npm', ['run', '--silent', 'build']);
  setStamp('build', now);
}
