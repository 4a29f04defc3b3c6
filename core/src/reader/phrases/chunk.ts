import type { JointType, Mechanism } from '../../sequence/schema.ts';
import type { Screw } from '../../sequence/screw.ts';
import type { FunctionWord } from '../lexicon/functionWords.ts';
import type { VerbForm } from '../lexicon/sense.ts';
import type { ActWord } from '../lexicon/verbs.ts';
import type { Unit } from '../lexicon/words.ts';

export type Side = 'left' | 'right' | 'top' | 'bottom' | 'front' | 'rear';

/** A part that is named: by a name that the lexicon knows, or by any words before a noun that only parts have. */
export interface NameChunk {
  readonly k: 'name';
  readonly part: string;
  /** The lexicon or the device knows it; a name made up of unknown words is shown as new. */
  readonly known: boolean;
  /** Only the noun for what it does was said: `the bracket`; which one is settled by what was spoken of. */
  readonly bare: boolean;
  readonly plural: boolean;
  /** The last word of the name, as said: `board` of whichever board is in work. */
  readonly word: string;
  /** Another part that the same words may mean. */
  readonly or?: string;
}

/** The smallest stretches that mean something together. */
export type ChunkBody =
  | NameChunk
  | {
      readonly k: 'joint';
      readonly type: JointType;
      readonly plural: boolean;
      readonly owner: string | null;
      readonly hint?: Partial<Screw>;
    }
  | {
      readonly k: 'cable';
      readonly mechanism: Mechanism | null;
      readonly plural: boolean;
      readonly owner: string | null;
      readonly word: string;
    }
  | { readonly k: 'mechanism'; readonly mechanism: Mechanism }
  | { readonly k: 'bar' }
  | { readonly k: 'count'; readonly n: number }
  | { readonly k: 'ordinal'; readonly n: number }
  | { readonly k: 'kind'; readonly screw: Partial<Screw> }
  | { readonly k: 'look'; readonly look: string }
  | { readonly k: 'tighten'; readonly tighten: 'numbered' | 'cross' }
  | { readonly k: 'verb'; readonly act: ActWord; readonly lemma: string; readonly form: VerbForm }
  | { readonly k: 'word'; readonly word: FunctionWord }
  | { readonly k: 'place'; readonly place: string }
  | { readonly k: 'side'; readonly side: Side }
  | { readonly k: 'measure'; readonly value: number; readonly unit: Unit }
  | { readonly k: 'code'; readonly code: string }
  | { readonly k: 'attribute' }
  | { readonly k: 'tool' }
  | { readonly k: 'under' }
  | { readonly k: 'talk' }
  | { readonly k: 'plain' }
  | { readonly k: 'unknown' }
  | { readonly k: 'break'; readonly mark: 'comma' | 'colon' | 'stop' | 'question' | 'and' };

/** A chunk and where it stands: tokens `from` to `to`, characters `start` to `end`. */
export type Chunk = ChunkBody & {
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
  /** The word that was taken for the one typed, where it was a slip of the thumb. */
  readonly mended?: string;
};
export type ChunkOf<K extends Chunk['k']> = Extract<Chunk, { k: K }>;

export const isWord = (chunk: Chunk | undefined, ...words: readonly FunctionWord[]): boolean =>
  chunk?.k === 'word' && words.includes(chunk.word);
