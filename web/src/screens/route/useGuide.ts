import {
  composeGuide,
  type Guide,
  type GuideRequest,
  type Pictures,
  type Purpose,
  type Route,
  type Sequence,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { Away, readFile, Refused } from '../../api/client.ts';
import { useShop } from '../../stores/shop.ts';
import { useUnit } from '../../stores/unit.ts';

/** What Route shows, as far as a guide follows it. */
export interface GuideSource {
  readonly sequence: Sequence;
  readonly route: Route;
  readonly targets: readonly string[];
  readonly purpose: Purpose;
  /** Something was settled that is in no revision yet. */
  readonly ahead: boolean;
  /** Photos by the act that they show. */
  readonly pictures: Readonly<Record<string, readonly string[]>>;
}

/** The guide of the route, and the photos in it. */
export function useGuide(source: GuideSource) {
  const shop = useShop();
  const { unit, published } = storeToRefs(useUnit());

  function request(): GuideRequest {
    const { targets, route, purpose, sequence, ahead, pictures } = source;
    const revision = published.value;
    const query = revision ? `?revision=${revision.number}` : '';
    return {
      ...{ targets, steps: route.steps, purpose, configuration: route.configuration, pictures },
      schools: shop.schools,
      revision: revision && {
        ...{ number: revision.number, day: revision.publishedAt.slice(0, 10) },
        isAhead: ahead,
      },
      unit: unit.value && { label: unit.value.label, serial: unit.value.serial },
      link: `${location.origin}/models/${encodeURIComponent(sequence.model.code)}${query}`,
    };
  }
  const guide = (): Guide => composeGuide(source.sequence, request());
  return { request, guide };
}

/** The photos that a guide names, as they are; one that cannot be had is left out. */
export async function picturesOf(guide: Guide): Promise<Pictures> {
  const ids = [...new Set(guide.sections.flatMap(({ steps }) => steps.flatMap(({ pictures }) => pictures)))];
  const found = new Map<string, Uint8Array>();
  for (const id of ids)
    try {
      found.set(id, new Uint8Array(await (await readFile(`/pictures/${id}`)).arrayBuffer()));
    } catch (error) {
      if (!(error instanceof Away || error instanceof Refused)) throw error;
    }
  return found;
}
