/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { inPage } from '../../testing/mountKit.ts';
import { putWaiting } from '../../api/local.ts';
import { typingHere } from '../../composables/keptHere.ts';
import { FakeShop } from '../../testing/fakeShop.ts';
import { screens, until } from '../../testing/mountScreen.ts';

/* What waits on this device, as somebody finds it who wants to know that nothing is lost. */

const open = screens();
const page = (): string => document.body.textContent ?? '';
const pressed = (words: string): void =>
  [...document.querySelectorAll<HTMLElement>('button')]
    .find(({ textContent }) => textContent?.includes(words))!
    .click();
/** A server that keeps every line it is sent. */
class Keeper extends FakeShop {
  protected override reply(path: string, method: string, sent: unknown): unknown {
    if (method === 'GET' || !path.endsWith('/entries')) return super.reply(path, method, sent);
    const { items } = sent as { items: { id: string }[] };
    return { acknowledged: items.map(({ id }, i) => ({ id, seq: i + 1 })) };
  }
}
const shop = new Keeper();
beforeEach(() => {
  setActivePinia(createPinia());
  localStorage.clear();
  shop.open();
});
afterEach(() => shop.close());
const shown = () => open(() => import('./WaitingScreen.vue'));

const line = {
  ...{ id: '0193b5c0-0009-7000-8000-000000000001', stream: 'recordings/r1', order: 1 },
  ...{ at: '2026-01-05T08:00:00.000Z', body: { kind: 'line', text: 'fan off', entries: [] } },
};

describe('what waits', () => {
  test('a line waits while the server is away, with what is away, and leaves once it is back', async () => {
    await putWaiting(line);
    shop.isAway = true;
    await shown();
    await until(() => page().includes('fan off'), 'the line');
    expect(inPage('[data-testid=leftover]').textContent).toContain('The server does not answer');
    shop.isAway = false;
    inPage('[data-testid=try-now]').click();
    await until(() => page().includes('Nothing waits'), 'it has gone');
  });

  test('what was entered and is in no recording yet is named, and dropped only when that was asked', async () => {
    typingHere('u1').write([{ id: line.id, text: 'base cover off' }]);
    await shown();
    await until(() => page().includes('base cover off'), 'the line');
    expect(page()).not.toContain('Nothing waits');
    pressed('Drop …');
    await until(() => page().includes('Drop 1 entry?'), 'it is asked');
    pressed('Keep them');
    expect(typingHere('u1').read()).toHaveLength(1);
    await until(() => !page().includes('Drop 1 entry?'), 'the question has gone');
    pressed('Drop …');
    await until(() => page().includes('Drop 1 entry?'), 'it is asked');
    inPage('[data-testid=drop-sure]').click();
    await until(() => page().includes('Nothing waits'), 'it has gone');
    expect(typingHere('u1').read()).toBeNull();
  });
});
