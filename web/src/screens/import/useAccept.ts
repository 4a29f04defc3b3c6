import { toldBetween, type Imported, type Model, type ModelSummary, type Sequence } from '@bemtor/core';
import { ref } from 'vue';
import { problemWords } from '../../api/client.ts';
import { askShop } from '../../api/shopLog.ts';
import type { Tell } from '../../kit/useTold.ts';
import { queuePicture } from '../../pictures/pictureQueue.ts';

interface Accepted {
  readonly read: Imported;
  readonly sequence: Sequence;
  readonly model: Model;
  /** The model where it is known already. */
  readonly known: ModelSummary | null;
  readonly from: string;
}

/** Takes in what was previewed: the model where it is new, the photos, and the sequence as its next revision. */
export function useAccept(tell: Tell) {
  const busy = ref(false);
  const fault = ref<string | null>(null);

  /** Answers whether it is in. */
  async function accept(what: Accepted): Promise<boolean> {
    if (busy.value) return false;
    busy.value = true;
    fault.value = null;
    try {
      if (!what.known) await makeModel(what.model, what.sequence);
      const number = await publish(what);
      await keepPictures(what);
      const { code } = what.model;
      if (number === null)
        tell('The server does not answer: it waits on this device, and is published when it does.');
      else
        tell(`${what.from} is revision ${number} of ${code}.`, async () => {
          await say({ kind: 'revision-told', model: code, number, withdrawn: true, reason: 'a slip' });
          tell(`Revision ${number} of ${code} is taken back.`);
        });
      return true;
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error);
      return false;
    } finally {
      busy.value = false;
    }
  }
  return { busy, fault, accept };
}

async function say<S>(body: Parameters<typeof askShop>[0]): Promise<S | null> {
  const outcome = await askShop<S>(body);
  if (outcome.state === 'refused') throw new Error(problemWords(outcome.problem));
  return outcome.state === 'kept' ? outcome.stands : null;
}

async function makeModel(
  { code, maker, name, form, outlineMm }: Model,
  { options }: Sequence,
): Promise<void> {
  await say({ kind: 'model-made', code, maker, name, form });
  const what = toldBetween({ options: [] }, { options, ...(outlineMm ? { outlineMm } : {}) });
  if (what) await say({ kind: 'model-told', model: code, ...what, reason: '' });
}

async function publish({ sequence, model, known, from }: Accepted): Promise<number | null> {
  const stands = await say<{ number: number | null }>({
    ...{ kind: 'revision-published', model: model.code, follows: known?.revision ?? 0 },
    ...{ document: { ...sequence, model }, note: `Brought in: ${from}`.slice(0, 300), unreachable: [] },
  });
  return stands?.number ?? null;
}

async function keepPictures({ read, model }: Accepted): Promise<void> {
  if (read.kind !== 'sequence') return;
  const here = new Map<string, string>();
  for (const [old, bytes] of read.pictures)
    here.set(old, await queuePicture(new File([bytes as BlobPart], `${old}.jpg`, { type: 'image/jpeg' })));
  for (const [act, pictures] of Object.entries(read.shows))
    for (const old of pictures) {
      const picture = here.get(old);
      if (picture) await say({ kind: 'act-pictured', model: model.code, act, picture, removed: false });
    }
}
