import type { UnitFacts, UnitSummary } from '@bemtor/core';
import { computed, ref, shallowRef } from 'vue';
import { Away, read, Refused } from '../../api/client.ts';
import { sendLeftovers } from '../../api/leftovers.ts';
import { changeUnit } from '../../api/units.ts';

/** How long a slip is taken back by one key; afterwards the unit is taken in again from the list. */
const undoMs = 600_000;

interface Page {
  readonly units: UnitSummary[];
  readonly next?: string | null;
}

/** What can be said of a unit on the bench without opening it. */
type Correction = Pick<UnitFacts, 'label' | 'model' | 'serial' | 'left' | 'withdrawn'>;

/** The units on the bench, those handed back, and what is done with a unit as a whole. */
export function useBench() {
  const units = shallowRef<readonly UnitSummary[] | null>(null);
  const leftUnits = shallowRef<readonly UnitSummary[]>([]);
  const shows = ref<'bench' | 'left'>('bench');
  /** Where the next page of the bench begins; null where all is shown. */
  const next = ref<string | null>(null);
  const fault = ref<string | null>(null);
  const fresh = ref(true);
  /** How many streams still wait on this device. */
  const waiting = ref(0);
  /** What was just done, with the way back while there is one. */
  const told = shallowRef<{ readonly words: string; readonly undo?: () => Promise<void> } | null>(null);
  let forget: ReturnType<typeof setTimeout> | undefined;

  const shown = computed(() => (shows.value === 'bench' ? units.value : leftUnits.value));

  async function load(): Promise<void> {
    fault.value = null;
    try {
      waiting.value = (await sendLeftovers()).length;
      const answer = await read<Page>('/units');
      units.value = answer.value.units;
      next.value = answer.value.next ?? null;
      fresh.value = answer.fresh;
      if (shows.value === 'left')
        leftUnits.value = (await read<{ units: UnitSummary[] }>('/units?left=1')).value.units;
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error);
    }
  }
  /** The units behind those that are shown. */
  async function more(): Promise<void> {
    if (next.value === null) return;
    const { value } = await read<Page>(`/units?behind=${encodeURIComponent(next.value)}`, { keep: false });
    units.value = [...(units.value ?? []), ...value.units];
    next.value = value.next ?? null;
  }
  async function show(which: 'bench' | 'left'): Promise<void> {
    shows.value = which;
    await load();
  }

  function tell(words: string, undo?: () => Promise<void>): void {
    clearTimeout(forget);
    told.value = { words, ...(undo ? { undo } : {}) };
    if (undo) forget = setTimeout(() => (told.value = { words }), undoMs);
  }

  /** Says something of a unit; the answer is the unit as it then stands, or null with the reason told. */
  async function change(unit: UnitSummary, facts: Partial<Correction>): Promise<UnitSummary | null> {
    try {
      return await changeUnit(unit, facts);
    } catch (error) {
      if (error instanceof Away) tell(`The server does not answer: ${unit.label} stands as it was.`);
      else if (error instanceof Refused && error.problem.code === 'unit-conflict')
        tell(`Somebody changed ${unit.label} in the meantime; it is shown as it stands now.`);
      else tell(error instanceof Error ? error.message : String(error));
      return null;
    } finally {
      await load();
    }
  }

  const openJob = (unit: UnitSummary): boolean => unit.job !== null && unit.job.phase !== 'closed';

  /** Gives the unit to its owner: off the bench, with its jobs in the logbook. */
  async function handBack(unit: UnitSummary): Promise<void> {
    if (openJob(unit)) return tell(`${unit.label} has an open job: close it first.`);
    const then = await change(unit, { left: true });
    if (then)
      tell(`${unit.label} is handed back.`, async () => {
        if (await change(then, { left: false })) tell(`${unit.label} is on the bench again.`);
      });
  }
  /** The same device comes again, or was handed back by mistake. */
  async function takeIn(unit: UnitSummary): Promise<void> {
    if (await change(unit, { left: false })) tell(`${unit.label} is on the bench again.`);
  }
  /** The unit was made by mistake. */
  async function withdraw(unit: UnitSummary): Promise<void> {
    if (openJob(unit)) return tell(`${unit.label} has an open job: close it first.`);
    const then = await change(unit, { withdrawn: true });
    if (then)
      tell(`${unit.label} is withdrawn.`, async () => {
        if (await change(then, { withdrawn: false })) tell(`${unit.label} is on the bench again.`);
      });
  }
  /** Its ticket, its serial or its model was wrong. */
  async function correct(unit: UnitSummary, facts: Partial<Correction>): Promise<boolean> {
    const then = await change(unit, facts);
    if (then)
      tell(`${unit.label} is corrected${then.label === unit.label ? '' : `: ${then.label} from here on`}.`);
    return then !== null;
  }

  return {
    units,
    next,
    more,
    shown,
    shows,
    show,
    fault,
    fresh,
    waiting,
    told,
    load,
    handBack,
    takeIn,
    withdraw,
    correct,
  };
}
