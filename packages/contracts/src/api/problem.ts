import type { FieldProblem } from '../forms/reading';

/** Every error answer: problem details of RFC 9457, with what is wrong field by field. */
export interface ProblemDetails {
  readonly type: 'about:blank';
  readonly title: string;
  readonly status: number;
  /** One sentence a user can act on. */
  readonly detail: string;
  readonly fields?: readonly FieldProblem[];
  /** On a conflict: what stands there now. */
  readonly current?: unknown;
}
