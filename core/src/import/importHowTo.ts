import type { LineContext } from '../reader/context.ts';
import { failure, success, type Result } from '../result.ts';
import type { Model } from '../sequence/schema.ts';
import { importSteps, type StepRecord } from './importStep.ts';
import type { ImportLine } from './importLine.ts';
import { otherSections } from './importMarkdown.ts';

type Node = Readonly<Record<string, unknown>>;
const isNode = (value: unknown): value is Node =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : value == null ? [] : [value]);
const words = (value: unknown): string => (typeof value === 'string' ? value.trim() : '');
const isA = (node: Node, type: string): boolean =>
  listOf(node['@type']).some((one) => typeof one === 'string' && one.replace(/^.*[/:]/, '') === type);

/** A HowTo of schema.org, wherever in the document it stands; null where there is none. */
export function howToIn(value: unknown): Node | null {
  const nodes = isNode(value) ? [value, ...listOf(value['@graph'])] : listOf(value);
  return nodes.filter(isNode).find((node) => isA(node, 'HowTo')) ?? null;
}

/** The steps of a HowTo in their order, with those of its sections; tips are cautions. */
export function importHowTo(
  howTo: Node,
  context: LineContext,
): Result<{
  readonly title: string;
  readonly model: Partial<Model>;
  readonly lines: ImportLine[];
  readonly notes: string[];
}> {
  const steps: StepRecord[] = [];
  const notes: string[] = [];
  const take = (value: unknown): void => {
    for (const node of listOf(value)) {
      if (typeof node === 'string') steps.push({ at: `step ${steps.length + 1}`, title: node });
      else if (!isNode(node)) continue;
      else if (isA(node, 'HowToSection') && otherSections.test(words(node['name'])))
        notes.push(`left out: ${words(node['name'])}, ${listOf(node['itemListElement']).length} steps`);
      else if (isA(node, 'HowToSection') || isA(node, 'ItemList')) take(node['itemListElement']);
      else if (isA(node, 'HowToTip')) notes.push(`left out: a tip beside the steps: ${words(node['text'])}`);
      else steps.push(stepOf(node, steps.length + 1));
    }
  };
  take(howTo['step'] ?? howTo['itemListElement']);
  const told = steps.filter(({ title }) => title !== '');
  if (told.length === 0)
    return failure('has no steps', 'step', 'a HowTo with HowToSteps, or with texts, is expected');
  for (const [list, name] of [
    ['tool', 'tools'],
    ['supply', 'supplies'],
  ] as const)
    if (listOf(howTo[list]).length > 0)
      notes.push(`left out: ${listOf(howTo[list]).length} ${name}; steps name theirs`);
  return success({
    title: words(howTo['name']),
    model: modelIn(howTo),
    lines: importSteps(told, context),
    notes,
  });
}

function stepOf(node: Node, n: number): StepRecord {
  const inner = listOf(node['itemListElement']).filter(isNode);
  const texts = inner.filter((one) => !isA(one, 'HowToTip')).map((one) => words(one['text']));
  const name = words(node['name']) || words(node['text']) || (texts[0] ?? '');
  const [title, ...place] = name.split(/, (?=[^,]*)/);
  const tool = texts.find((text) => text.startsWith('Tool: '))?.slice('Tool: '.length);
  const screws = texts.map((text) => /^(\d+|\?) × (.+), cell \w+$/.exec(text)).find(Boolean);
  const isFact = (text: string): boolean =>
    text.startsWith('Tool: ') || /^(\d+|\?) × .+, cell \w+$/.test(text);
  const rest = [words(node['text']), ...texts].filter(
    (text) => text !== '' && text !== name && !isFact(text),
  );
  return {
    at: `step ${n}`,
    // A title of our own has its place behind a comma; a sentence of others has commas too.
    ...(ownTitle.test(title ?? '') ? { title: title ?? '', place: place.join(', ') } : { title: name }),
    ...(tool ? { tool } : {}),
    ...(screws?.[2] ? { screw: screws[2], count: Number(screws[1]) || null } : {}),
    detail: [...new Set(rest)].join('. '),
    cautions: inner.filter((one) => isA(one, 'HowToTip')).map((one) => words(one['text'])),
  };
}
const ownTitle =
  / out$| off$|: remove (?:\d+|the) (?:screw|standoff)s?$|^Unplug |^Free the |: peel |: free the |: loosen |^Peel |^Slide /;

function modelIn(howTo: Node): Partial<Model> {
  const about = listOf(howTo['about']).find(isNode);
  if (!about) return {};
  const maker = isNode(about['manufacturer'])
    ? words(about['manufacturer']['name'])
    : words(about['manufacturer']);
  const [name, code] = [words(about['name']), words(about['model'])];
  return { ...(maker ? { maker } : {}), ...(name ? { name } : {}), ...(code ? { code } : {}) };
}
