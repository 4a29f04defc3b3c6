import type { Sequence } from '@bemtor/core';
import type { Page } from '@playwright/test';

/** A sequence in short: each act with what it undoes, in document order. */
export function inShort({ actions, joints }: Sequence): string[] {
  return actions.map(({ verb, part, joint: id }) => {
    const joint = joints.find((each) => each.id === id);
    const screw = joint?.screw;
    return [
      verb,
      part,
      joint?.count,
      screw?.size ?? screw?.drive,
      screw?.thread,
      screw?.lengthMm,
      joint?.mechanism,
    ]
      .filter(Boolean)
      .join(' ');
  });
}

/** The sequence that stands for a model, from the server. */
export async function published(page: Page, url: string, code: string): Promise<Sequence> {
  const answer = await page.request.get(`${url}/api/models/${code}/revisions/latest`);
  return ((await answer.json()) as { document: Sequence }).document;
}
