import { afterAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ended, root, runScript } from './testing/started.ts';

const { serviceUnit } = (await import('./lib/serviceUnit.mjs' as string)) as {
  serviceUnit: (parts: object) => string;
};
const scratch = mkdtempSync(join(tmpdir(), 'bemtor-unit-'));
afterAll(() => rmSync(scratch, { recursive: true }));

test('the unit is shown without being written; it starts this checkout on its state, and again whatever ends it', async () => {
  const run = runScript('service', ['--print'], { state: '/srv/the "shop" 100 %', PORT: '4700' });
  expect(await ended(run)).toBe(0);
  const text = run.said();
  expect(text).toContain(`ExecStart="${process.execPath}" "${root}scripts/start.mjs"`);
  expect(text).toContain('Environment="BEMTOR_STATE=/srv/the \\"shop\\" 100 %%"');
  expect(text).toContain('Environment="PORT=4700"');
  expect(text).toMatch(/^Restart=always$/m);
  // Of systemd.unit(5): no limit on how often it is started again.
  expect(text).toMatch(/^StartLimitIntervalSec=0$/m);
  for (const held of ['NoNewPrivileges=yes', 'ProtectSystem=strict', 'PrivateTmp=yes', 'UMask=0077'])
    expect(text.split('\n')).toContain(held);
  const wrong = runScript('service', ['--prnt'], { state: scratch });
  expect([await ended(wrong), wrong.said().trim().split('\n').length]).toEqual([1, 1]);
});

test('no value breaks out of its line', () => {
  fc.assert(
    fc.property(
      fc.string().filter((text) => !/[\n\r\0]/.test(text)),
      (value) => {
        const plain = serviceUnit({ root: '/r', state: '/s', node: '/n', user: 'u', environment: {} }).split(
          '\n',
        );
        const text = serviceUnit({
          root: '/r',
          state: '/s',
          node: '/n',
          user: 'u',
          environment: { PORT: value },
        }).split('\n');
        expect(text).toHaveLength(plain.length + 1);
        const line = text.find((one) => one.startsWith('Environment="PORT='))!;
        // Its own quotes are told apart, so that the last sign is the one that closes.
        expect(line).toMatch(/^Environment="(?:[^"\\]|\\\\|\\")*"$/);
      },
    ),
  );
});

/** systemd's own reader of units, where there is one. */
const hasReader = spawnSync('systemd-analyze', ['--version']).status === 0;
(hasReader ? test : test.skip)('systemd itself takes it without a word', () => {
  const file = join(scratch, 'bemtor.service');
  writeFileSync(
    file,
    serviceUnit({ root, state: scratch, node: process.execPath, user: 'root', environment: {} }),
  );
  const { status, stderr } = spawnSync('systemd-analyze', ['verify', file], { encoding: 'utf8' });
  expect([status, stderr.split('\n').filter((line) => line.includes('bemtor'))]).toEqual([0, []]);
});
