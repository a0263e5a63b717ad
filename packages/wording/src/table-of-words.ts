import type { Names, Writer } from './setup-sentences';

/** What words are made with. */
export interface Told {
  readonly names: Names;
  readonly write: Writer;
}

/** Words for each kind of thing: the same for all of a kind, or made of the one at hand. */
export type TableOfWords<Thing extends { readonly kind: string }, Words = string, With = Told> = {
  readonly [Kind in Thing['kind']]: Words | ((thing: OfKind<Thing, Kind>, told: With) => Words);
};

/** Also where things of several kinds are alike. */
type OfKind<Thing extends { readonly kind: string }, Kind> = Thing extends unknown
  ? Kind extends Thing['kind']
    ? Thing
    : never
  : never;

/** The words that a table has for a thing. */
export function wordsIn<
  Thing extends { readonly kind: string },
  Words extends string | object,
  With,
>(table: TableOfWords<Thing, Words, With>, thing: Thing, told: With): Words {
  const words = table[thing.kind as Thing['kind']];
  if (typeof words !== 'function') return words as Words;
  // the entry of its kind takes a thing of its kind, which the compiler cannot follow
  return (words as (thing: Thing, told: With) => Words)(thing, told);
}
