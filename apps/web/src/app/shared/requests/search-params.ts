/** What is asked for; what is empty or null is left out. */
export type QueryParams = Readonly<Record<string, string | number | boolean | null>>;

/** The parts of an address that say it. */
export function paramsOf(said: QueryParams): Record<string, string> {
  return Object.fromEntries(
    Object.entries(said).flatMap(([name, value]) =>
      value === '' || value === null ? [] : [[name, String(value)] as const],
    ),
  );
}
