// The processes of a workshop that `npm start` runs, for whoever kills them: tests and benchmarks.
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

/** A file of /proc; nothing where the process has ended meanwhile. */
const readOf = (id, file) => {
  try {
    return readFileSync(`/proc/${id}/${file}`, 'utf8');
  } catch {
    return '';
  }
};

export const processes = () => readdirSync('/proc').filter((name) => /^\d+$/.test(name));
/** How a process was called. */
export const commandOf = (id) => readOf(id, 'cmdline').replaceAll('\0', ' ');

/** The processes that one has started and that live. */
export const childrenOf = (parent) =>
  processes().filter((id) => new RegExp(`^PPid:\t${parent}$`, 'm').test(readOf(id, 'status')));

/** The server that a starter runs; 0 where there is none now. */
export const serverOf = (starter) =>
  Number(childrenOf(starter).find((id) => commandOf(id).includes('server/dist/main.js')) ?? 0);

/** The first process of the cluster in a folder; 0 where none has written its file. */
export function postmasterOf(state) {
  const file = join(state, 'postgres/data/postmaster.pid');
  return existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : 0;
}

/** SIGKILL; one that has ended already is none the worse. */
export function kill(id) {
  try {
    if (id > 1) process.kill(id, 'SIGKILL');
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
}

/** All of them at once, as when the power goes. */
export function killAll(starter, state) {
  const postmaster = postmasterOf(state);
  const all = [
    starter,
    serverOf(starter),
    postmaster,
    ...(postmaster > 1 ? childrenOf(postmaster) : []).map(Number),
  ];
  all.forEach(kill);
}
