import { zxcvbn, zxcvbnOptions } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { refused } from '../http/problems';

zxcvbnOptions.setOptions({ dictionary, graphs: adjacencyGraphs });

/** Of 0 to 4: 3 withstands whoever guesses with the hashes in hand for some time. */
const LEAST_SCORE = 3;

/** More than this much of it is not looked at: what is longer is not easier to guess. */
const LOOKED_AT = 72;

/**
 * Refuses a password that is on lists of common ones, or made of what is known of its user, of names,
 * days and keys side by side.
 * @param known what is known of its user: name and address
 */
export function refuseGuessable(password: string, known: readonly string[]): void {
  const words = known.flatMap((text) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u));
  const { score } = zxcvbn(password.slice(0, LOOKED_AT), [...words, 'honest', 'ledger']);
  if (score >= LEAST_SCORE) return;
  const sentence = 'This password is easily guessed. Take some words that do not belong together';
  throw refused([{ path: 'password', sentence }]);
}
