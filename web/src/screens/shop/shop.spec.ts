/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import 'fake-indexeddb/auto';
import { defaultCopying, withTold, type CopiesState, type ShopEventOf } from '@bemtor/core';
import { createPinia, setActivePinia } from 'pinia';
import { inPage, mounting, settled } from '../../testing/mountKit.ts';
import { FakeShop } from '../../testing/fakeShop.ts';
import { until } from '../../testing/mountScreen.ts';

const { default: CopiesOfAll } = await import('./CopiesOfAll.vue');
const { default: ServerNotice } = await import('../../shell/ServerNotice.vue');

const show = mounting();
const told: { words: string; undo?: () => Promise<void> }[] = [];
const tell = (words: string, undo?: () => Promise<void>): void =>
  void told.push({ words, ...(undo && { undo }) });

const checked = { at: '2026-01-05T02:01:00.000Z', rows: 1002, sha256: '0'.repeat(64) };
const copy = {
  name: 'a',
  kind: 'nightly',
  at: '2026-01-05T02:00:00.000Z',
  bytes: 4_200_000,
  checked,
} as const;
const idle: CopiesState = { folder: '/srv/copies', copies: [copy], running: null, failed: null };

/** A server that makes a copy while it is looked at. */
class CopyingShop extends FakeShop {
  state: CopiesState = idle;
  asked = 0;
  copying = defaultCopying;
  protected override reply(path: string, method: string, sent: unknown): unknown {
    if (path === '/shop/events') {
      super.reply(path, method, sent);
      const { body } = sent as { body: ShopEventOf<'copying-told'> };
      this.copying = withTold(this.copying, body);
      return { stands: { value: this.copying, revision: 1 } };
    }
    if (path !== '/copies') return super.reply(path, method, sent);
    if (method === 'POST') {
      this.asked++;
      this.state = { ...idle, running: { doing: 'writing event', share: 0.4 } };
    }
    return this.state;
  }
}
const shop = new CopyingShop();
beforeEach(() => {
  setActivePinia(createPinia());
  shop.open();
  shop.state = idle;
  shop.answers.set('/settings/copying', { value: defaultCopying, revision: 0 });
  told.length = 0;
});
afterEach(() => shop.close());
const page = (): string => document.body.textContent ?? '';
const isShown = (words: string) => until(() => page().includes(words), words);

describe('copies of everything', () => {
  test('what is kept is told with its size and that it was tried; a new one shows how far it is', async () => {
    show(CopiesOfAll, { props: { tell } });
    await isShown('4.2 MB');
    expect(page()).toContain('restored on trial, 1002 rows');
    expect(page()).toContain('/srv/copies');
    inPage('[data-testid=copy-now]').click();
    await isShown('writing event');
    expect(inPage<HTMLButtonElement>('[data-testid=copy-now]').disabled).toBe(true);
    expect(inPage('.making [role=progressbar]').getAttribute('aria-valuenow')).toBe('40');
    shop.state = { ...idle, copies: [{ ...copy, name: 'b', kind: 'asked', checked: null }, copy] };
    await isShown('not tried yet');
    expect(shop.asked).toBe(1);
    expect(document.querySelector('[data-testid=copy-running]')).toBeNull();
  });

  test('one that failed says when and why; a server without a folder says how it gets one', async () => {
    shop.state = { ...idle, failed: { at: copy.at, why: 'there is no room for a copy' } };
    const shown = show(CopiesOfAll, { props: { tell } });
    await isShown('there is no room for a copy');
    shown.unmount();
    shop.state = { ...idle, folder: null, copies: [] };
    show(CopiesOfAll, { props: { tell } });
    await isShown('BEMTOR_COPIES');
    expect(document.querySelector('[data-testid=copy-now]')).toBeNull();
  });

  test('the night is switched off and on again, with a way back', async () => {
    show(CopiesOfAll, { props: { tell } });
    await isShown('a copy is made');
    inPage('[data-testid=copies-none]').click();
    await until(() => shop.said.length === 1, 'it is said');
    expect(shop.said[0]).toEqual({ kind: 'copying-told', set: { nightly: false }, was: { nightly: true } });
    await until(() => document.querySelector('[data-testid=copies-hour]') === null, 'no hour is asked for');
    expect(told.at(-1)?.words).toBe('No copies are made by night.');
    await told.at(-1)?.undo?.();
    await until(() => shop.said.length === 2, 'it is taken back');
    expect(shop.said[1]).toMatchObject({ set: { nightly: true } });
  });

  test('what somebody else set meanwhile is shown, and said', async () => {
    show(CopiesOfAll, { props: { tell } });
    await isShown('a copy is made');
    shop.refuse = { status: 412, detail: 'copying: somebody else set nightly', code: 'setting-conflict' };
    shop.answers.set('/settings/copying', { value: { nightly: true, hour: 5 }, revision: 2 });
    inPage('[data-testid=copies-none]').click();
    await until(() => told.at(-1)?.words.startsWith('Somebody else changed this') ?? false, 'it is said');
    await isShown('05:00');
  });

  test('while the server is away it says so and breaks nothing', async () => {
    shop.isAway = true;
    show(CopiesOfAll, { props: { tell } });
    await until(() => told.length > 0, 'it is said');
    expect(told[0]?.words).toBe('The server does not answer');
  });
});

describe('the disk of the server', () => {
  const health = (level: string, used: number, freeBytes: number) => ({
    status: 'ok',
    disk: { level, used, freeBytes },
  });
  test.each([
    ['low', 0.934, 8e9, 'The disk of the server is 93 % full. Make room there, or photos will have to wait.'],
    ['full', 0.99, 512e6, 'full but for 512 MB. Photos wait on this device; lines and acts are still kept.'],
  ])('%s is said in words', async (level, used, free, words) => {
    shop.answers.set('/health', health(level, used, free));
    show(ServerNotice);
    await until(() => page().replace(/\s+/g, ' ').includes(words), words);
  });

  test('with room there is nothing to say, and made room is noticed', async () => {
    jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'setImmediate', 'nextTick'] });
    try {
      shop.answers.set('/health', health('low', 0.92, 8e9));
      show(ServerNotice);
      for (let i = 0; i < 20; i++) await settled();
      expect(page()).toContain('92 % full');
      shop.answers.set('/health', health('room', 0.5, 50e9));
      await jest.advanceTimersByTimeAsync(30_000);
      for (let i = 0; i < 20; i++) await settled();
      expect(page()).not.toContain('full');
    } finally {
      jest.useRealTimers();
    }
  });
});
