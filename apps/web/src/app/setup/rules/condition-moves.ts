import type { ConditionForm } from '@honest-ledger/contracts';

/** Where a part of a condition stands: its place in the outermost group, in the group there, and so on. */
export type Place = readonly number[];

/** One step of the keyboard: among its neighbours, into a group of its own, out of its group. */
export type MoveStep = 'up' | 'down' | 'in' | 'out';

type Group = Extract<ConditionForm, { of: unknown }>;

/**
 * A condition with a part moved before the one that stands at another place now; behind the last where
 * none stands there. As it was, where there is no such part or group, or a group would go into itself.
 */
export function movedTo(root: ConditionForm, from: Place, to: Place): ConditionForm {
  const part = partAt(root, from);
  const intoItself = from.length > 0 && from.every((one, depth) => to[depth] === one);
  if (!part || from.length === 0 || to.length === 0 || intoItself) return root;
  const without = changedAt(root, from.slice(0, -1), (of) =>
    of.filter((_, at) => at !== from.at(-1)),
  );
  // what stood behind the part has moved up by one
  const level = from.length - 1;
  const behind =
    to.length > level &&
    from.slice(0, -1).every((one, depth) => to[depth] === one) &&
    (to[level] ?? 0) > (from[level] ?? 0);
  const place = behind ? to.map((one, depth) => (depth === level ? one - 1 : one)) : to;
  const at = place.at(-1) ?? 0;
  const group = place.slice(0, -1);
  const moved = without && changedAt(without, group, (of) => of.toSpliced(at, 0, part));
  return moved ?? root;
}

/** A condition with a part moved by one step; as it was, where there is nowhere to go. */
export function movedBy(root: ConditionForm, from: Place, step: MoveStep): ConditionForm {
  const [group, at] = [from.slice(0, -1), from.at(-1)];
  if (at === undefined) return root;
  switch (step) {
    case 'up':
      return at === 0 ? root : movedTo(root, from, [...group, at - 1]);
    case 'down':
      return partAt(root, [...group, at + 1]) ? movedTo(root, from, [...group, at + 2]) : root;
    case 'in': {
      const before = at === 0 ? null : partAt(root, [...group, at - 1]);
      if (before && 'of' in before)
        return movedTo(root, from, [...group, at - 1, before.of.length]);
      const own = (part: ConditionForm): ConditionForm => ({ kind: 'any', of: [part] });
      const wrapped = changedAt(root, group, (of) =>
        of.map((part, place) => (place === at ? own(part) : part)),
      );
      return wrapped ?? root;
    }
    case 'out': {
      const [above, place] = [group.slice(0, -1), group.at(-1)];
      return place === undefined ? root : movedTo(root, from, [...above, place + 1]);
    }
  }
}

function partAt(root: ConditionForm, place: Place): ConditionForm | null {
  let part: ConditionForm | undefined = root;
  for (const at of place) part = part && 'of' in part ? part.of[at] : undefined;
  return part ?? null;
}

/** With the parts of the group at a place changed; null where there is no group. */
function changedAt(
  root: ConditionForm,
  place: Place,
  change: (of: Group['of']) => Group['of'],
): ConditionForm | null {
  if (!('of' in root)) return null;
  const [at, ...rest] = place;
  if (at === undefined) return { kind: root.kind, of: change(root.of) };
  const part = root.of[at];
  const changed = part ? changedAt(part, rest, change) : null;
  return changed && { kind: root.kind, of: root.of.with(at, changed) };
}
