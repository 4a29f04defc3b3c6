/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import 'fake-indexeddb/auto';
import type { AuditRow } from '@bemtor/core';
import { createPinia, setActivePinia } from 'pinia';
import { inPage, press, settled, typeInto } from '../../testing/mountKit.ts';
import { FakeShop } from '../../testing/fakeShop.ts';
import { screens, until } from '../../testing/mountScreen.ts';

const person = (name: string, role: string, active = true) => ({
  ...{ id: `p-${name}`, name, role, active, madeAt: '2026-01-05T08:00:00.000Z' },
});
const device = (name: string) => ({
  ...{ id: `d-${name}`, name, madeAt: '2026-01-05T08:00:00.000Z', revokedAt: null as string | null },
  last: { person: 'Ilse', at: '2026-01-05T09:00:00.000Z' },
});
const row = (seq: number, more: Partial<AuditRow> = {}) => ({
  ...{ seq, at: '2026-01-05T08:00:00.000Z', kind: 'signed-in', person: 'Ilse', device: 'Bench 2', about: '' },
  ...more,
});

/** A workshop's people and devices as its owner sees them. */
class Office extends FakeShop {
  people = [person('Alva', 'owner'), person('Ilse', 'technician')];
  devices = [device('Desk'), device('Bench 2')];
  readonly asked: { readonly path: string; readonly sent: unknown }[] = [];
  readonly read: string[] = [];
  protected override reply(path: string, method: string, sent: unknown): unknown {
    if (method === 'GET') {
      this.read.push(path);
      if (path === '/people') return { people: this.people };
      if (path === '/devices') return { devices: this.devices };
      if (path.startsWith('/audit')) {
        const rows = [row(3, { kind: 'refused', about: '=publishing' }), row(2)];
        return path.includes('before')
          ? { rows: [row(1, { person: 'Alva' })], next: null }
          : { rows, next: 2 };
      }
      return super.reply(path, method, sent);
    }
    this.asked.push({ path, sent });
    if (path === '/devices/codes')
      return {
        code: '1234-5678',
        expiresAt: new Date(Date.now() + 600_000).toISOString(),
        address: 'http://bench:4600/sign-in?code=12345678',
      };
    if (path.endsWith('/revoke')) {
      this.devices = this.devices.map((one) =>
        path.includes(one.id) ? { ...one, revokedAt: '2026-01-06T08:00:00.000Z' } : one,
      );
      return { devices: this.devices };
    }
    const told = sent as { name?: string; role?: string; active?: boolean };
    if (path === '/people') this.people = [...this.people, person(told.name!, told.role!)];
    else this.people = this.people.map((one) => (path.endsWith(one.id) ? { ...one, ...told } : one));
    return { people: this.people };
  }
}
let office = new Office();
const show = screens();
beforeEach(() => {
  setActivePinia(createPinia());
  office = new Office();
  office.open();
  URL.createObjectURL = () => 'blob:x';
});
afterEach(() => office.close());
const page = (): string => (document.body.textContent ?? '').replace(/\s+/g, ' ');
const byLabel = (label: string): HTMLElement => inPage(`[aria-label="${label}"]`);

describe('people and devices', () => {
  const open = async (): Promise<void> => {
    await show(() => import('./PeopleScreen.vue'));
    await until(() => page().includes('Ilse'), 'people are shown');
  };

  test('somebody is brought in, with what is still needed said', async () => {
    await open();
    press('a');
    await until(() => document.querySelector('[data-testid=person-name]') !== null, 'it asks');
    await typeInto('[data-testid=person-name] input', 'Runa');
    expect(inPage('button[type=submit]').title).toBe('Still needed: a PIN of four figures or more');
    inPage('[data-testid=role-lead]').click();
    await typeInto('[data-testid=person-secret] input', '3333');
    inPage('button[type=submit]').click();
    await until(() => page().includes('Runa may work here, as lead.'), 'it is told');
    expect(office.asked).toEqual([{ path: '/people', sent: { name: 'Runa', role: 'lead', secret: '3333' } }]);
  });

  test('whoever has left comes back by undo; another role too', async () => {
    await open();
    byLabel('Ilse has left').click();
    await until(() => page().includes('nobody signs in as them'), 'it is told');
    press('u');
    await until(() => office.asked.length === 2, 'it is taken back');
    expect(office.asked.map(({ sent }) => sent)).toEqual([{ active: false }, { active: true }]);
    await until(() => document.querySelector('[aria-label="Change Ilse"]') !== null, 'she is back');
    byLabel('Change Ilse').click();
    await until(() => document.querySelector('[data-testid=role-lead]') !== null, 'it asks');
    inPage('[data-testid=role-lead]').click();
    await until(() => page().includes('Ilse is lead now.'), 'it is told');
  });

  test('a code is shown to be scanned or typed; a device that was lost is turned away', async () => {
    await open();
    press('p');
    await until(() => document.querySelector('[data-testid=pairing-code]') !== null, 'a code');
    expect(inPage('[data-testid=pairing-code]').textContent).toBe('1234-5678');
    expect(page()).toContain('http://bench:4600');
    byLabel('Turn Bench 2 away').click();
    await until(() => page().includes('Bench 2 is turned away'), 'it is told');
    await settled();
    expect(inPage('[data-testid=devices]').textContent).toContain('turned away');
  });

  test('who may not look is told why', async () => {
    office.close();
    const before = globalThis.fetch;
    globalThis.fetch = (async () => ({
      ...{ ok: false, status: 403, statusText: '' },
      text: async () =>
        JSON.stringify({ detail: 'This is for an owner, and Runa is a lead: ask Alva', code: 'not-allowed' }),
    })) as unknown as typeof fetch;
    await show(() => import('./PeopleScreen.vue'));
    await until(() => page().includes('ask Alva'), 'it is said');
    globalThis.fetch = before;
  });
});

describe('who did what', () => {
  test('is listed, goes on to earlier, is narrowed, and is saved without formulas', async () => {
    const saved: Blob[] = [];
    URL.createObjectURL = (blob) => (saved.push(blob as Blob), 'blob:x');
    URL.revokeObjectURL = jest.fn();
    await show(() => import('./AuditScreen.vue'));
    await until(() => page().includes('=publishing'), 'rows are shown');
    press('o');
    await until(
      () => document.querySelectorAll('[data-testid=audit] tbody tr').length === 3,
      'earlier ones too',
    );
    press('c');
    await until(() => saved.length === 1, 'it is saved');
    const text = await new Promise<string>((resolve) => {
      const reader = new FileReader();
      reader.onload = () => resolve(String(reader.result));
      reader.readAsText(saved[0]!);
    });
    expect(text.split(/\r?\n/)[0]).toBe('when,who,device,what,about');
    expect(text).toContain("'=publishing");
    expect(office.read.at(-1)).toBe('/audit?most=5000');
  });
});
