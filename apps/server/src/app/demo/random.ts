/** A small generator with a fixed seed (mulberry32), so that the demo is the same everywhere. */
export interface SeededRandom {
  /** A whole number from 0 up to, not including, `below`. */
  whole(below: number): number;
  pick<T>(choices: readonly [T, ...T[]]): T;
}

export function seededRandom(seed: number): SeededRandom {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return (mixed ^ (mixed >>> 14)) >>> 0;
  };
  const whole = (below: number): number => next() % below;
  return { whole, pick: (choices) => choices[whole(choices.length)] ?? choices[0] };
}
