import { SHEETS, type ImportRow, type ImportView } from '@honest-ledger/contracts';
import type { Queries } from '../../platform/database/database';
import type { Table } from '../../platform/files/write-table';
import { orNull } from './cells';
import { allRows } from './queries';
import { changedColumns } from './verdicts';

/** The file with what each row would do beside it: what changes from what, and what is wrong. */
export function verdictTable(queries: Queries, file: ImportView): Table {
  const { columns } = SHEETS[file.kind];
  const shown = columns.filter(({ name }) => file.columns.includes(name));
  return {
    name: `${file.kind}-looked-through`,
    columns: [
      { name: 'Row', figures: true },
      { name: 'It is' },
      { name: 'What changes' },
      { name: 'What is wrong' },
      ...shown.map(({ name, holds }) => ({ name, figures: holds === 'decimal' })),
    ],
    rows: tableRows(
      allRows(queries, file.id),
      file,
      shown.map(({ name }) => name),
    ),
  };
}

async function* tableRows(
  rows: AsyncIterable<ImportRow>,
  file: ImportView,
  names: readonly string[],
): AsyncGenerator<string[]> {
  for await (const { row, verdict, before, after, problems } of rows) {
    const changed =
      before && verdict === 'changed' ? changedColumns(SHEETS[file.kind], before, after) : [];
    const told = changed.map((name) => `${name} was ${orNull(before ?? {}, name) ?? 'empty'}`);
    yield [
      String(row),
      verdict,
      told.join('; '),
      problems.map(({ sentence }) => `${sentence}.`).join(' '),
      ...names.map((name) => after[name] ?? ''),
    ];
  }
}
