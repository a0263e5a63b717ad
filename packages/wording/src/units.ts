/**
 * What more than one of a unit is called where nobody has said it: by the rules of English, which do for
 * "bag", "box" and "tray". What is no word, as a currency, stays.
 */
export function guessedPlural(unit: string): string {
  if (!/[a-z]$/.test(unit) || unit.length < 3) return unit;
  if (/(s|x|z|ch|sh)$/.test(unit)) return `${unit}es`;
  return /[^aeiou]y$/.test(unit) ? `${unit.slice(0, -1)}ies` : `${unit}s`;
}

/** A unit after so much of it: "bag" after 1, "bags" after 24 and after 0.5. */
export function unitAfter(quantity: string, unit: string, plural = guessedPlural(unit)): string {
  return /^[+-]?0*1(\.0*)?$/.test(quantity) ? unit : plural;
}
