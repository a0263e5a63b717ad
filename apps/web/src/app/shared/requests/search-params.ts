/** What is asked for; what is empty or null is left out, and a list is said once for each of its values. */
export type QueryParams = Readonly<
  Record<string, string | number | boolean | readonly string[] | null>
>;

/** The parts of an address that say it. */
export function paramsOf(said: QueryParams): Record<string, string | string[]> {
  return Object.fromEntries(
    Object.entries(said).flatMap(([name, value]): (readonly [string, string | string[]])[] => {
      if (value === '' || value === null) return [];
      if (typeof value !== 'object') return [[name, String(value)]];
      return value.length === 0 ? [] : [[name, [...value]]];
    }),
  );
}

/** The same as text, behind the question mark. */
export function searchOf(said: QueryParams): string {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(paramsOf(said))) {
    for (const one of [value].flat()) search.append(name, one);
  }
  return search.toString();
}
