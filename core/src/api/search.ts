/* What one search over everything answers. */

export const searchKinds = ['unit', 'model', 'part', 'step', 'job', 'note'] as const;
export type SearchKind = (typeof searchKinds)[number];

/** Something that was found, with what it takes to go there. */
export interface SearchHit {
  readonly kind: SearchKind;
  readonly title: string;
  readonly detail: string;
  /** The code of the model that it is or belongs to. */
  readonly model: string | null;
  readonly unit: string | null;
  /** Of a step: the revision that it stands in. */
  readonly revision: number | null;
  /** Of a part: a number of it. */
  readonly number: string | null;
}

/** Longer than this nobody types. */
export const searchLimit = 80;

/** The words of a question, each found by its beginning: letters and figures, in lower case. */
export const searchWords = (text: string): string[] =>
  [
    ...new Set(
      text
        .slice(0, searchLimit)
        .toLowerCase()
        .match(/[\p{L}\p{N}]+/gu) ?? [],
    ),
  ].slice(0, 8);
