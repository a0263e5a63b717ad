import type { FieldProblem } from '../forms/reading';

/** The kinds of problems that a request can come back with; a client goes by these, not by sentences. */
export const PROBLEM_KINDS = {
  malformed: {
    status: 400,
    title: 'The request is malformed',
    meaning: 'The body is not JSON, or is empty.',
  },
  'not-signed-in': {
    status: 401,
    title: 'Nobody is signed in',
    meaning: 'The session has ended, or the e-mail address or the password is not right.',
  },
  'not-permitted': {
    status: 403,
    title: 'The role does not permit it',
    meaning: 'Whoever is signed in has a role without the permission that the operation requires.',
  },
  'page-out-of-date': {
    status: 403,
    title: 'The page is out of date',
    meaning: 'The token in the header x-xsrf-token is missing, or is not that of this session.',
  },
  'not-found': {
    status: 404,
    title: 'It does not exist',
    meaning: 'There is nothing at this address.',
  },
  conflict: {
    status: 409,
    title: 'It has been changed since',
    meaning:
      'It is not as the request says it was seen, or is named as something that exists. `current`, where it is there, is what stands there now.',
  },
  'too-large': {
    status: 413,
    title: 'It is too large',
    meaning: 'A body may have 1 MiB, a file 64 MiB.',
  },
  'unsupported-media-type': {
    status: 415,
    title: 'It is not JSON',
    meaning: 'Bodies are application/json, files multipart/form-data.',
  },
  'invalid-fields': {
    status: 422,
    title: 'Fields are not right',
    meaning: '`fields` names each field that is not right by its path, with a sentence.',
  },
  'not-possible': {
    status: 422,
    title: 'It cannot be done',
    meaning: 'The request is right in itself; `detail` says why it cannot be done as things stand.',
  },
  'too-many-requests': {
    status: 429,
    title: 'Too many requests',
    meaning: 'So many tries to sign in are not let through. Retry-After says when to go on.',
  },
  'internal-error': {
    status: 500,
    title: 'The server failed',
    meaning: 'Nothing was saved. The log of the server names the request that `detail` names.',
  },
  unavailable: {
    status: 503,
    title: 'Not at this moment',
    meaning:
      'Many save at once, or the database cannot be reached. Nothing was saved, and the same request may go well a little later; Retry-After says when, where it is known.',
  },
} as const satisfies Readonly<
  Record<string, { readonly status: number; readonly title: string; readonly meaning: string }>
>;

export type ProblemKind = keyof typeof PROBLEM_KINDS;

/** Where a kind of problem is described. */
export function problemType<Kind extends ProblemKind>(kind: Kind): `/api/problems/${Kind}` {
  return `/api/problems/${kind}`;
}

/** Every error answer: problem details of RFC 9457, with what is wrong field by field. */
export interface ProblemDetails {
  /** Of a kind above; `about:blank` of what a page finds by itself, before anything is sent. */
  readonly type: `/api/problems/${ProblemKind}` | 'about:blank' | 'about:blank#not-complete';
  /** The same for all problems of a type. */
  readonly title: string;
  readonly status: number;
  /** One sentence a user can act on. */
  readonly detail: string;
  readonly fields?: readonly FieldProblem[];
  /** On a conflict: what stands there now. */
  readonly current?: unknown;
}

/** A problem type as the API describes it. */
export interface ProblemTypeView {
  readonly type: ProblemDetails['type'];
  readonly title: string;
  readonly status: number;
  readonly meaning: string;
}

export const PROBLEM_TYPES: readonly ProblemTypeView[] = (
  Object.keys(PROBLEM_KINDS) as ProblemKind[]
) // it has those keys and no others
  .map((kind) => ({ type: problemType(kind), ...PROBLEM_KINDS[kind] }));
