/** Things by a key, in their order; those whose key is null are left out. */
export function groupBy<T>(
  things: readonly T[],
  keyOf: (thing: T) => string | null,
): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    if (key === null) continue;
    const group = groups.get(key);
    if (group) group.push(thing);
    else groups.set(key, [thing]);
  }
  return groups;
}
