/**
 * How long the screens wait, in milliseconds, before they ask for something anew. What is asked while
 * somebody types waits for a pause in the typing.
 */
export const PAUSES = {
  /** Before a search follows what is typed. */
  search: 150,
  /** Before something is tried with what is typed. */
  trial: 300,
  /** Before a list of many items follows what is edited. */
  list: 500,
  /** Before an edit is saved. */
  save: 350,
  /** Before what did not reach the server is sent again. */
  again: 3000,
  /** Between two looks at a file that the server works on. */
  progress: 400,
  /** Between two looks at longer work of the server. */
  watch: 1000,
  /** Before a screen says that it is still loading. */
  loading: 200,
  /** Between two tries to reach a server that cannot be reached. */
  reconnect: 3000,
  /** Between two looks at what waits for a decision. */
  counts: 60_000,
} as const;
