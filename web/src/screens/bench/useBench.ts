import { takenBack, type ModelSummary, type Told, type UnitFacts, type UnitSummary } from '@bemtor/core';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { sendLeftovers } from '../../api/leftovers.ts';
import { askShop, onShopKept, shopItems } from '../../api/shopLog.ts';
import { benchHere, unitHere, unitOfAnswer, unitTold } from '../../api/unitsHere.ts';
import { useTold } from '../../kit/useTold.ts';

interface Page {
  readonly units: UnitSummary[];
  readonly next?: string | null;
}

/** What can be put right of a unit on the bench without opening it. */
export type Correction = Partial<Pick<UnitFacts, 'label' | 'model' | 'serial'>>;

/** The units on the bench, those handed back, and what is done with a unit as a whole. */
export function useBench() {
  /** As the server has them. */
  const known = shallowRef<readonly UnitSummary[] | null>(null);
  const leftUnits = shallowRef<readonly UnitSummary[]>([]);
  const models = shallowRef<readonly ModelSummary[]>([]);
  const shows = ref<'bench' | 'left'>('bench');
  /** Where the next page of either list begins; null where all is shown. */
  const pages = ref<Record<'bench' | 'left', string | null>>({ bench: null, left: null });
  const next = computed(() => pages.value[shows.value]);
  const fault = ref<string | null>(null);
  const fresh = ref(true);
  /** How many streams still wait on this device. */
  const streams = ref(0);
  const { told, tell } = useTold();

  const units = computed(() => known.value && benchHere(known.value, models.value));
  const shown = computed(() =>
    shows.value === 'bench'
      ? units.value
      : leftUnits.value
          .map((unit) => unitHere(unit, unit.id, models.value) ?? unit)
          .filter(({ leftAt, withdrawn }) => leftAt !== null && !withdrawn),
  );
  const waiting = computed(() => streams.value + shopItems().length);
  const waits = ({ id }: UnitSummary): boolean =>
    shopItems().some(({ body }) => 'unit' in body && body.unit === id);
  const unlisten = onShopKept((_body, stands) => {
    const unit = unitOfAnswer(stands);
    const others = known.value?.filter(({ id }) => id !== unit?.id);
    if (unit && others) known.value = [...others, unit].sort(byArrival);
    if (unit?.leftAt) leftUnits.value = [unit, ...leftUnits.value.filter(({ id }) => id !== unit.id)];
  });

  onScopeDispose(unlisten);

  async function load(): Promise<void> {
    fault.value = null;
    try {
      // First what a page before left to be sent: a job that was closed there is closed here.
      streams.value = (await sendLeftovers()).length;
      const answer = await read<Page>('/units');
      known.value = answer.value.units;
      pages.value.bench = answer.value.next ?? null;
      fresh.value = answer.fresh;
      models.value = (await read<{ models: ModelSummary[] }>('/models')).value.models;
      if (shows.value === 'bench') return;
      const { value } = await read<Page>('/units?left=1');
      leftUnits.value = value.units;
      pages.value.left = value.next ?? null;
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error);
    }
  }
  /** The units behind those that are shown. */
  async function more(): Promise<void> {
    if (next.value === null) return;
    const which = shows.value;
    const query = `${which === 'left' ? 'left=1&' : ''}behind=${encodeURIComponent(next.value)}`;
    const { value } = await read<Page>(`/units?${query}`, { keep: false });
    const list = which === 'left' ? leftUnits : known;
    list.value = [...(list.value ?? []), ...value.units];
    pages.value[which] = value.next ?? null;
  }
  async function show(which: 'bench' | 'left'): Promise<void> {
    shows.value = which;
    await load();
  }

  /** Says something of a unit, shown at once; false, with the reason told, where the server would not have it. */
  async function say(unit: UnitSummary, what: Told, words: string): Promise<boolean> {
    try {
      const outcome = await askShop({ kind: 'unit-told', unit: unit.id, ...what });
      if (outcome.state !== 'refused') return true;
      tell(
        outcome.problem.code === 'unit-conflict'
          ? `Somebody changed ${unit.label} in the meantime; it is shown as it stands now.`
          : outcome.problem.detail,
      );
      await load();
    } catch (error) {
      tell(`${words} was not kept: ${error instanceof Error ? error.message : String(error)}.`);
    }
    return false;
  }

  const openJob = (unit: UnitSummary): boolean => unit.job !== null && unit.job.phase !== 'closed';

  /** Takes a unit off the bench; one key brings it back for ten minutes. */
  async function takeOff(unit: UnitSummary, how: 'left' | 'withdrawn', words: string): Promise<void> {
    if (openJob(unit)) return tell(`${unit.label} has an open job: close it first.`);
    const off: Told = { set: { [how]: true }, was: { [how]: false } };
    tell(`${unit.label} is ${words}.`, async () => {
      if (await say(unit, takenBack(off), 'The undo')) tell(`${unit.label} is on the bench again.`);
    });
    await say(unit, off, `That it is ${words}`);
  }
  /** Gives the unit to its owner: off the bench, with its jobs in the logbook. */
  const handBack = (unit: UnitSummary) => takeOff(unit, 'left', 'handed back');
  /** The unit was made by mistake. */
  const withdraw = (unit: UnitSummary) => takeOff(unit, 'withdrawn', 'withdrawn');
  /** The same device comes again, or was handed back by mistake. */
  async function takeIn(unit: UnitSummary): Promise<void> {
    const back: Told = { set: { left: false }, was: { left: true } };
    if (await say(unit, back, 'That it is here')) tell(`${unit.label} is on the bench again.`);
  }
  /** Its ticket, its serial or its model was wrong; one key takes the correction back. */
  async function correct(unit: UnitSummary, facts: Correction): Promise<void> {
    const what = unitTold(unit, facts);
    if (!what) return;
    const { label = unit.label } = facts;
    const words = label === unit.label ? '' : `: ${label} from here on`;
    tell(`${unit.label} is corrected${words}.`, async () => {
      if (await say(unit, takenBack(what), 'The undo')) tell(`${unit.label} is as it was.`);
    });
    await say(unit, what, 'The correction');
  }

  /** What is its owner's own goes for good. */
  async function forget(unit: UnitSummary): Promise<void> {
    try {
      const outcome = await askShop({ kind: 'unit-forgotten', unit: unit.id });
      const words = {
        kept: `What was its owner’s of ${unit.label} is forgotten.`,
        waiting: `The server does not answer: ${unit.label} is forgotten when it does.`,
      };
      tell(outcome.state === 'refused' ? outcome.problem.detail : words[outcome.state]);
    } catch (error) {
      tell(error instanceof Error ? error.message : String(error));
    }
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
    waits,
    told,
    load,
    handBack,
    takeIn,
    withdraw,
    correct,
    forget,
  };
}

const byArrival = (a: UnitSummary, b: UnitSummary): number =>
  a.arrivedAt < b.arrivedAt ? -1 : a.arrivedAt > b.arrivedAt ? 1 : a.id < b.id ? -1 : 1;
