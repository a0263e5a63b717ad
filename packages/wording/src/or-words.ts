/** "a, b or c"; "none" of nothing. */
export function orWords(words: readonly string[]): string {
  const last = words.at(-1) ?? 'none';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} or ${last}`;
}
