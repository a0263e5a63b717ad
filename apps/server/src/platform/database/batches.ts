/**
 * How many rows one statement writes or reads. PostgreSQL takes at most 65,535 parameters in a statement, so
 * rows of more than some thirty columns have to come in smaller batches.
 */
export const ROWS_AT_ONCE = 2000;

/** Rows some thousands at a time, in their order. */
export function batches<Row>(rows: readonly Row[], size = ROWS_AT_ONCE): readonly Row[][] {
  return Array.from({ length: Math.ceil(rows.length / size) }, (_, place) =>
    rows.slice(place * size, (place + 1) * size),
  );
}
