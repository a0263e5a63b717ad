import { HttpErrorResponse } from '@angular/common/http';
import { check, type ProblemDetails } from '@honest-ledger/contracts';
import type { Schema } from 'joi';

/** What a failed request has to say, whatever it failed of. */
export function problemOf(error: unknown): ProblemDetails {
  if (error instanceof HttpErrorResponse) {
    if (isProblem(error.error)) return error.error;
    if (error.status === 0) return problem(0, 'The server cannot be reached.');
    return problem(error.status, `The server answered ${String(error.status)}.`);
  }
  // a check on this page has found it
  if (isProblem(error)) return error;
  return problem(-1, error instanceof Error ? error.message : 'Something went wrong on this page.');
}

/**
 * What a check that guards the server, too, finds wrong with something before it is sent; null where
 * it finds nothing.
 */
export function foundHere<T>(schema: Schema<T>, value: unknown): ProblemDetails | null {
  const reading = check<T>(schema, value);
  if (reading.ok) return null;
  const fields = reading.problems;
  const detail = fields.map(({ sentence }) => `${sentence}.`).join(' ');
  return { type: 'about:blank', title: 'Not saved', status: 422, detail, fields };
}

/** True where trying again later may help. */
export function isUnreachable({ status }: ProblemDetails): boolean {
  return status === 0 || status === 502 || status === 503 || status === 504;
}

function problem(status: number, detail: string): ProblemDetails {
  return { type: 'about:blank', title: 'Problem', status, detail };
}

function isProblem(body: unknown): body is ProblemDetails {
  return typeof body === 'object' && body !== null && 'detail' in body && 'status' in body;
}

/**
 * What is left of a problem to tell at the top of a sheet when the fields whose paths match tell
 * theirs beside them; null where nothing is.
 */
export function besidesFields(
  problem: ProblemDetails | null,
  beside: RegExp,
): ProblemDetails | null {
  if (!problem?.fields) return problem;
  const fields = problem.fields.filter(({ path }) => !beside.test(path));
  if (fields.length === 0) return null;
  return { ...problem, fields, detail: fields.map(({ sentence }) => `${sentence}.`).join(' ') };
}

/** The same problem with its fields named from within what was sent. */
export function withoutPrefix(problem: ProblemDetails, prefix: string): ProblemDetails {
  if (!problem.fields) return problem;
  const fields = problem.fields.map(({ path, sentence }) => ({
    path: path.startsWith(prefix) ? path.slice(prefix.length) : path,
    sentence,
  }));
  return { ...problem, fields };
}

/** What is wrong with the fields under a path, by the rest of their paths. */
export function fieldsUnder(
  fields: NonNullable<ProblemDetails['fields']>,
  start: string,
): ReadonlyMap<string, string> {
  const own = fields.filter(({ path }) => path.startsWith(start));
  return new Map(own.map(({ path, sentence }) => [path.slice(start.length), sentence]));
}
