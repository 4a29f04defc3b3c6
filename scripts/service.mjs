// npm run service:install — a unit of systemd, so that a workshop starts with the machine and is started again whatever
// ends it. `-- --print` only shows it. Run by the administrator it is the machine's, with a user of its own; otherwise the
// user's own.
import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { checkNode, ensureBuild, ensurePackages } from './lib/prepare.mjs';
import { ensurePostgres } from './lib/postgres.mjs';
import { has, isRoot, main, must, Refusal, root } from './lib/run.mjs';
import { serviceUnit } from './lib/serviceUnit.mjs';
import { bringOldState, hasCluster, stateFolder } from './lib/state.mjs';

const account = 'bemtor';
/** What the service is told of what stands in the environment now. */
const passedOn = [
  ...['PORT', 'DATABASE_URL', 'DATABASE_OWNER_URL', 'DATABASE_READ_URL', 'LOG_LEVEL'],
  ...['HOST', 'HOSTS', 'ACCOUNTS', 'PROXY', 'TLS_CERT', 'TLS_KEY', 'COPIES', 'LOG_WORDS'].map(
    (name) => `BEMTOR_${name}`,
  ),
];
const place = isRoot
  ? '/etc/systemd/system/bemtor.service'
  : join(homedir(), '.config/systemd/user/bemtor.service');

await main(async () => {
  const args = process.argv.slice(2);
  const unknown = args.find((arg) => arg !== '--print');
  if (unknown) throw new Refusal(`"${unknown}" is not known. Use: npm run service:install [-- --print]`);
  const state = stateFolder();
  const settings = passedOn.filter((name) => process.env[name]);
  const text = serviceUnit({
    ...{ root, state, node: process.execPath, user: isRoot ? account : null },
    environment: Object.fromEntries(settings.map((name) => [name, process.env[name]])),
  });
  if (args.includes('--print')) return void process.stdout.write(text);
  if (!has('systemctl'))
    throw new Refusal('There is no systemd here. See the unit with: npm run service:install -- --print');
  checkNode();
  await ensurePackages();
  await ensureBuild();
  await ensurePostgres();
  bringOldState(state);
  if (isRoot) await handOver(state);
  mkdirSync(dirname(place), { recursive: true });
  // It may name the address of a database, which holds a password.
  writeFileSync(place, text, { mode: 0o600 });
  const scope = isRoot ? [] : ['--user'];
  await must('Reading the units anew', 'systemctl', [...scope, 'daemon-reload']);
  await must('Starting Bemtor', 'systemctl', [...scope, 'enable', '--now', 'bemtor.service']);
  console.log(
    `Written: ${place}. Bemtor runs and starts with the machine; its log: journalctl ${scope.join(' ')} -u bemtor`,
  );
});

/** The service has a user of its own, who owns the workshop and nothing else. */
async function handOver(state) {
  if (spawnSync('id', [account], { stdio: 'ignore' }).status !== 0)
    await must(`Making the user ${account}`, 'useradd', [
      '--system',
      '--home-dir',
      state,
      '--shell',
      '/usr/sbin/nologin',
      account,
    ]);
  if (existsSync(join(state, 'starter'))) throw new Refusal('Stop Bemtor first: it runs on this workshop.');
  mkdirSync(state, { recursive: true });
  await must('Handing the workshop over', 'chown', ['-R', `${account}:${account}`, state]);
  chmodSync(state, 0o700);
  if (hasCluster(state)) chmodSync(join(state, 'postgres/data'), 0o700);
}
