import { Problem } from '../../platform/http/problems';

/** The id under a code. @throws Problem 422 where there is none */
export function idOf(ids: ReadonlyMap<string, number>, code: string, what: string): number {
  const id = ids.get(code);
  if (id === undefined) throw new Problem(422, `There is no ${what} ${code}.`);
  return id;
}
