import { tokenize, type Token } from '../text/tokens.ts';

interface Node<M> {
  readonly next: Map<string, Node<M>>;
  meaning: M | null;
}

/** Phrases of one or several words, matched longest first, with what each means. */
export class PhraseTree<M> {
  private readonly root: Node<M> = { next: new Map(), meaning: null };
  /** Every phrase, lower case, words parted by one space. */
  readonly phrases: string[] = [];

  /** Adds a phrase; one that is there already keeps its first meaning. */
  add(phrase: string, meaning: M): void {
    let node = this.root;
    const key = phraseKey(phrase);
    for (const word of key.split(' ')) {
      let next = node.next.get(word);
      if (!next) node.next.set(word, (next = { next: new Map(), meaning: null }));
      node = next;
    }
    if (node.meaning !== null) return;
    this.phrases.push(key);
    node.meaning = meaning;
  }

  /** Adds every phrase of a list parted by commas. */
  addAll(phrases: string, meaning: M): void {
    for (const phrase of phrases.split(',')) this.add(phrase, meaning);
  }

  /** The longest phrase that starts with the words that `wordAt` yields; `length` counts those words. */
  match(wordAt: (offset: number) => string | null): { meaning: M; length: number } | null {
    let node = this.root;
    let found: { meaning: M; length: number } | null = null;
    for (let i = 0; ; i++) {
      const word = wordAt(i);
      const next = word === null ? undefined : node.next.get(word);
      if (!next) return found;
      node = next;
      if (node.meaning !== null) found = { meaning: node.meaning, length: i + 1 };
    }
  }

  /** What stands at a phrase, or null. */
  find(phrase: string): M | null {
    let node: Node<M> | undefined = this.root;
    for (const word of phraseKey(phrase).split(' ')) node = node?.next.get(word);
    return node?.meaning ?? null;
  }

  has(phrase: string): boolean {
    const words = phraseKey(phrase).split(' ');
    return this.match((i) => words[i] ?? null)?.length === words.length;
  }

  /** The longest phrase in tokens; a dash or slash between glued words is part of it (`flip-lock`). */
  matchTokens(tokens: readonly Token[], at: number): { meaning: M; to: number } | null {
    const ends: number[] = [];
    let i = at;
    const match = this.match((offset) => {
      const from = offset > 0 && isJoint(tokens, i) ? i + 1 : i;
      const token = tokens[from];
      if (!token || (token.kind === 'mark' && offset > 0)) return null;
      i = from + 1;
      ends.push(i);
      return token.lower;
    });
    return match ? { meaning: match.meaning, to: ends[match.length - 1] ?? at + 1 } : null;
  }
}

/** Phrases fall into pieces as lines do, so that `can't` or `w/o` is found in both spellings. */
const phraseKey = (phrase: string): string =>
  tokenize(phrase)
    .filter(({ kind }, _, all) => kind !== 'mark' || all.length === 1)
    .map(({ lower }) => lower)
    .join(' ');

const isJoint = (tokens: readonly Token[], i: number): boolean => {
  const mark = tokens[i]?.text;
  return (mark === '-' || mark === '/') && tokens[i]?.glued === true && tokens[i + 1]?.glued === true;
};
