/** A checkout whose path has no quote in it, for a builder that writes paths into quoted code. */
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { capture, must } from './commands.mjs';
import { PROJECT } from './project.mjs';

/**
 * Works in the checkout itself, or, where its path has a quote, in a passing copy of it: hard links
 * where the file system allows them, so that it takes seconds.
 * @template T
 * @param {(checkout: string) => Promise<T>} work
 * @returns {Promise<T>}
 */
export async function inQuotelessCheckout(work) {
  if (!/['"]/.test(PROJECT)) return work(PROJECT);
  const folder = mkdtempSync(path.join(os.tmpdir(), 'honest-ledger-copy-'));
  const copy = path.join(folder, 'checkout');
  try {
    const linked = await capture('cp', ['-al', PROJECT, copy]);
    if (linked.code !== 0) {
      rmSync(copy, { recursive: true, force: true });
      await must('Copying the checkout', 'cp', ['-a', PROJECT, copy]);
    }
    return await work(copy);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
