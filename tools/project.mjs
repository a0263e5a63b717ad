import { fileURLToPath } from 'node:url';
import path from 'node:path';

/** The checkout's folder, wherever it lies. */
export const PROJECT = path.dirname(path.dirname(fileURLToPath(import.meta.url)));

/** @param {...string} parts */
export function inProject(...parts) {
  return path.join(PROJECT, ...parts);
}
