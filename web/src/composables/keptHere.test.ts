import { beforeEach, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { z } from 'zod';
import { narrationHere } from '../screens/recorder/narration/drafts.ts';
import { keptHere, targetsHere } from './keptHere.ts';

const store = new Map<string, string>();
let full = false;
beforeEach(() => {
  store.clear();
  full = false;
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => {
        if (full) throw new DOMException('full', 'QuotaExceededError');
        store.set(key, value);
      },
      removeItem: (key: string) => void store.delete(key),
    },
  });
});

test('what was kept is there again; null forgets it', () => {
  fc.assert(
    fc.property(fc.array(fc.string()), (targets) => {
      targetsHere('u1').write(targets);
      expect(targetsHere('u1').read()).toEqual(targets);
      expect(targetsHere('u2').read()).toBeNull();
      targetsHere('u1').write(null);
      expect(targetsHere('u1').read()).toBeNull();
    }),
  );
});

test('what half a crash or another version left is not there, and harms nobody', () => {
  const here = keptHere('key', z.object({ at: z.string() }));
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.json()), (left) => {
      store.set('key', left);
      store.set('bemtor.narration.u1', left);
      const read = here.read();
      if (read !== null) expect(JSON.parse(left)).toMatchObject(read);
      expect(narrationHere('u1').read()).toBeNull();
    }),
  );
});

test('a device without room keeps nothing, and nothing fails for it', () => {
  full = true;
  targetsHere('u1').write(['battery']);
  expect(targetsHere('u1').read()).toBeNull();
});
