import { nameIn, change } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';
import type { Sequence } from '../../sequence/schema.ts';

/** A part that one unit has and another has not is an option of the model. */
export const notInEvery: ReviewRule = {
  id: 'not-in-every',
  severity: 'hint',
  ground: practice,
  find: ({ sequence, index, absent }) =>
    absent.flatMap((id) => {
      const part = index.part.get(id);
      const isTaken = sequence.actions.some((action) => action.part === id);
      if (!part || !isTaken || part.when) return [];
      return [
        {
          place: id,
          where: part.name,
          reason: `one unit has no ${nameIn(index, id)}, and its steps are for every unit`,
          remedy: change('make it an option', (document) => withOption(document, id)),
        },
      ];
    }),
};

/** The part, its acts and joints only where it is fitted; which units have it is asked as an option. */
function withOption(document: Sequence, id: string): Sequence {
  const when = { [id]: ['fitted'] };
  const name = document.parts.find((part) => part.id === id)?.name ?? id;
  const only = <T extends { readonly when?: unknown }>(item: T, isOwn: boolean): T =>
    isOwn ? { ...item, when: { ...(item.when as object | null), ...when } } : item;
  return {
    ...document,
    options: [
      ...document.options.filter((option) => option.key !== id),
      { key: id, label: name, values: ['fitted', 'none'] },
    ],
    parts: document.parts.map((part) => only(part, part.id === id)),
    joints: document.joints.map((joint) =>
      only(
        joint,
        joint.holds.every((held) => held === id),
      ),
    ),
    actions: document.actions.map((action) => only(action, action.part === id)),
  };
}
