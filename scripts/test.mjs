// npm test: installs what is needed, then types, lint, unit, server and browser tests on a throw-away
// cluster. `npm test -- --unit PATTERN` or `npm test -- --browser PATTERN` runs a part.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkNode, ensureBuild, ensurePackages } from './lib/prepare.mjs';
import { ensurePostgres, openCluster } from './lib/postgres.mjs';
import { ensureDebianPackage, has, main, root, run } from './lib/run.mjs';

const args = process.argv.slice(2);
const only = args.includes('--unit') ? 'unit' : args.includes('--browser') ? 'browser' : null;
const rest = args.filter((arg) => arg !== '--unit' && arg !== '--browser');

const tally = { passed: 0, failed: 0 };
const count = (passed, failed) => {
  tally.passed += passed;
  tally.failed += failed;
};

async function step(title, work) {
  const began = Date.now();
  console.log(`\n== ${title}`);
  await work();
  console.log(`== ${title}: ${((Date.now() - began) / 1000).toFixed(1)} s`);
}

const check =
  (command, ...commandArgs) =>
  async () => {
    const code = await run(command, commandArgs);
    count(code === 0 ? 1 : 0, code === 0 ? 0 : 1);
  };

/** A runner that wrote no report has not run: that is one failure, not none. */
const readReport = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);

const unitTests = (env, scratch) => async () => {
  const report = join(scratch, 'jest.json');
  const nodeArgs = [
    '--experimental-vm-modules',
    '--no-warnings',
    join(root, 'node_modules/jest/bin/jest.js'),
  ];
  const code = await run(process.execPath, [...nodeArgs, '--json', `--outputFile=${report}`, ...rest], {
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const result = readReport(report);
  count(
    result?.numPassedTests ?? 0,
    (result?.numFailedTests ?? 0) + (result?.numRuntimeErrorTestSuites ?? 0),
  );
  if (code !== 0 && tally.failed === 0) count(0, 1);
};

const browserTests = (env, scratch) => async () => {
  const report = join(scratch, 'playwright.json');
  const code = await run(
    process.execPath,
    [join(root, 'node_modules/@playwright/test/cli.js'), 'test', '--reporter=list,json', ...rest],
    {
      env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    },
  );
  const stats = readReport(report)?.stats;
  // A test that passed only at the second try counts as failed: nothing here may depend on luck.
  count(stats?.expected ?? 0, (stats?.unexpected ?? 0) + (stats?.flaky ?? 0));
  if (code !== 0 && !stats?.unexpected && !stats?.flaky) count(0, 1);
};

await main(async () => {
  checkNode();
  await ensurePackages();
  await ensurePostgres();
  if (only !== 'unit') await ensureDebianPackage('chromium', () => existsSync('/usr/bin/chromium'));
  if (only !== 'browser') await ensureDebianPackage('openssl', () => has('openssl'));
  if (only !== 'browser') await ensureDebianPackage('nginx-light', () => existsSync('/usr/sbin/nginx'));
  const scratch = mkdtempSync(join(tmpdir(), 'bemtor-test-'));
  const cluster = await openCluster(join(scratch, 'postgres'));
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.once(signal, () => {
      cluster.stopNow();
      rmSync(scratch, { recursive: true, force: true });
      process.exit(130);
    });
  }
  const env = { TEST_DATABASE_URL: cluster.url('postgres') };
  try {
    await step('build', ensureBuild);
    if (!only) {
      await step('types', check('npm', 'run', '--silent', 'check:types'));
      await step('lint', check('npm', 'run', '--silent', 'check:lint'));
    }
    if (only !== 'browser') await step('unit and server tests', unitTests(env, scratch));
    if (only !== 'unit') await step('browser tests', browserTests(env, scratch));
  } finally {
    await cluster.stop();
    rmSync(scratch, { recursive: true, force: true });
  }
  console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
  return tally.failed === 0 ? 0 : 1;
});
