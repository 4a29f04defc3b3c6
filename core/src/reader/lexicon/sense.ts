import type { JointType, Mechanism } from '../../sequence/schema.ts';
import type { Drive, Screw } from '../../sequence/screw.ts';
import type { FunctionWord } from './functionWords.ts';
import type { ActWord } from './verbs.ts';
import type { Unit } from './words.ts';

/** What a word or phrase may mean by itself; several senses of one phrase stand in the order of likeliness. */
export type Sense =
  | { readonly k: 'part'; readonly part: string; readonly or?: string }
  | { readonly k: 'head'; readonly head: string; readonly kind: string }
  | { readonly k: 'joint'; readonly type: JointType; readonly plural: boolean }
  | { readonly k: 'cable'; readonly mechanism: Mechanism | null; readonly plural: boolean }
  | { readonly k: 'mechanism'; readonly mechanism: Mechanism }
  | { readonly k: 'bar' }
  | { readonly k: 'drive'; readonly drive: Drive }
  | { readonly k: 'property'; readonly property: Partial<Screw> }
  | { readonly k: 'look'; readonly look: string }
  | { readonly k: 'tighten'; readonly tighten: 'numbered' | 'cross' }
  | { readonly k: 'verb'; readonly act: ActWord; readonly lemma: string; readonly form: VerbForm }
  | { readonly k: 'word'; readonly word: FunctionWord }
  | { readonly k: 'place'; readonly place: string }
  | { readonly k: 'side'; readonly side: 'left' | 'right' | 'top' | 'bottom' | 'front' | 'rear' }
  | { readonly k: 'unit'; readonly unit: Unit }
  | { readonly k: 'attribute' }
  | { readonly k: 'tool' }
  | { readonly k: 'under' }
  | { readonly k: 'talk'; readonly names?: true }
  | { readonly k: 'plain' };

/** `plain` may be an imperative, `past` is told or passive, `ing` goes on, `s` says it of something. */
export type VerbForm = 'plain' | 's' | 'past' | 'ing';
export type SenseOf<K extends Sense['k']> = Extract<Sense, { k: K }>;
