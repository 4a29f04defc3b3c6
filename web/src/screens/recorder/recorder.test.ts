import { emptyContext, partNameOf, readLine, screwWords } from '@bemtor/core';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { correctedBy, decide, draftFrom, lastSecond, spokenAt } from './narration/drafts.ts';
import {
  actLine,
  drives,
  lengths,
  paletteActs,
  screwLine,
  screwOfSize,
  threads,
} from './palette/paletteLine.ts';

describe('the palette types bench lines', () => {
  const part = fc.constantFrom(
    'battery',
    'base-cover',
    'system-board',
    'wireless-card',
    'left-hinge',
    'usb-bracket',
  );
  const state = (id: string, under: string | null = null) => ({
    part: id,
    partName: partNameOf(id),
    under: under && partNameOf(under),
  });

  test('a kind and a count read back as those very screws', () => {
    fc.assert(
      fc.property(
        part,
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(...drives),
        fc.constantFrom(...threads),
        fc.constantFrom(...lengths),
        fc.boolean(),
        fc.constantFrom(null, 'foot-strip', 'drive-shield'),
        (id, count, size, thread, lengthMm, captive, under) => {
          const screw = { ...screwOfSize(size), thread, lengthMm, ...(captive ? { captive } : {}) };
          const { entries, unread } = readLine(screwLine(count, screw, state(id, under)), emptyContext());
          expect(unread).toEqual([]);
          expect(entries).toMatchObject([
            {
              kind: 'undo',
              part: id,
              joint: { type: 'screws', count, screw, ...(under ? { hiddenBy: under } : {}) },
            },
          ]);
          expect(entries).toHaveLength(1);
          expect(screwWords(screw)).toContain(size);
        },
      ),
      { numRuns: 400 },
    );
  });

  test.each(paletteActs.map((act) => [act.label, act] as const))(
    '%s is one entry, wholly understood',
    (_, act) => {
      const { entries, unread, doubts } = readLine(actLine(act, state('battery')), emptyContext());
      expect({ unread, doubts, kinds: entries.length }).toEqual({ unread: [], doubts: [], kinds: 1 });
      expect(entries[0]?.kind).not.toBe('note');
      if (!act.free) expect(entries[0]).toMatchObject({ part: 'battery' });
    },
  );
});

describe('drafts of a narration', () => {
  const said = '[0:05] Four T5 screws hold the fan.\n[0:20] Lift the fan out.\n[0:31] Unplug the battery.';

  test('are decided one by one, and a corrected one keeps its time', async () => {
    const narration = await draftFrom('bench.txt', said, []);
    if (typeof narration === 'string') throw new Error(narration);
    expect(narration.drafts.map(({ entry }) => entry.at)).toEqual([5, 20, 31]);
    const [first] = narration.drafts;
    if (!first) throw new Error('nothing drafted');
    const corrected = correctedBy('fan 5 T5', first.entry, emptyContext());
    expect(corrected).toMatchObject({ at: 5, confidence: 1, joint: { count: 5 } });
    const decided = decide(narration, 0, 'accepted', corrected ?? undefined);
    expect(decided.drafts.map(({ fate }) => fate)).toEqual(['accepted', 'open', 'open']);
    expect(correctedBy('zorp', first.entry, emptyContext())).toBeNull();
  });

  test('the player knows what is spoken when', async () => {
    const narration = await draftFrom('bench.txt', said, []);
    if (typeof narration === 'string') throw new Error(narration);
    expect(spokenAt(narration.cues, 1)).toBe('');
    expect(spokenAt(narration.cues, 21)).toContain('Lift the fan');
    expect(lastSecond(narration.cues)).toBe(31);
  });

  test('talk about something else is refused in one line', async () => {
    expect(await draftFrom('talk.txt', 'Good morning, welcome to the show.', [])).toContain('nothing in it');
  });
});
