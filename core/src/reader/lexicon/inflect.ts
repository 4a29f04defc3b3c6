import { irregular } from './verbs.ts';

const vowel = /[aeiou]/;

/** Does the last consonant double before a vowel: `pop` to `popped`, `fit` to `fitting`, but not `loosen`? */
const doubles = (word: string): boolean =>
  /^[^aeiou]*(qu)?[aeiou][bdgklmnprt]$/.test(word) || /(unplug|unclip|unsnap|refit|unpin)$/.test(word);

const stem = (word: string): string =>
  doubles(word) ? word + word.charAt(word.length - 1) : word.endsWith('e') ? word.slice(0, -1) : word;

function regular(word: string): string[] {
  const base = stem(word);
  const y = word.endsWith('y') && !vowel.test(word.charAt(word.length - 2));
  const s = y ? `${word.slice(0, -1)}ies` : /(s|x|ch|sh|z)$/.test(word) ? `${word}es` : `${word}s`;
  const ed = y ? `${word.slice(0, -1)}ied` : `${base}ed`;
  return [word, s, ed, `${base}ing`, `${base}in`];
}

/** All forms of a verb of one or several words (`take off`): the first word is the one that changes. */
export function verbForms(phrase: string): string[] {
  const [first = '', ...rest] = phrase.split(' ');
  const forms = [...regular(first), ...(irregular[first]?.split(', ') ?? [])];
  return [...new Set(forms)].map((form) => [form, ...rest].join(' '));
}

/** `clip` and `clips`, `battery` and `batteries`, `box` and `boxes`. */
export function plural(noun: string): string {
  if (/(s|x|ch|sh|z)$/.test(noun)) return `${noun}es`;
  if (/[^aeiou]y$/.test(noun)) return `${noun.slice(0, -1)}ies`;
  return `${noun}s`;
}

/** What a word may be the plural of; the word itself where it is none. */
export function singular(word: string): string {
  if (word.length < 4 || word.endsWith('ss') || word.endsWith('us')) return word;
  if (word.endsWith('alves')) return `${word.slice(0, -3)}f`;
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  if (/(xes|ches|shes|sses)$/.test(word)) return word.slice(0, -2);
  return word.endsWith('s') ? word.slice(0, -1) : word;
}
