import { spawn } from 'node:child_process';
import { Stop } from './say.mjs';

/**
 * Runs a program to its end and gives what it printed.
 * @param {string} program
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnOptions & { input?: string }} [options]
 * @returns {Promise<{ code: number | null, output: string }>}
 */
export function capture(program, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    child.stdout?.on('data', (chunk) => (output += chunk));
    child.stderr?.on('data', (chunk) => (output += chunk));
    child.once('error', reject);
    child.once('close', (code) => resolve({ code, output }));
  });
}

/**
 * Runs a program that must succeed.
 * @param {string} what what it was for, in the sentence a failure ends with
 * @param {string} program
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnOptions} [options]
 */
export async function must(what, program, args, options) {
  const { code, output } = await capture(program, args, options);
  if (code !== 0)
    throw new Stop(`${what} failed:\n${output.trim().split('\n').slice(-15).join('\n')}`);
  return output;
}
