/// <reference lib="webworker" />
import { csvOf, xlsxOf } from './table-formats';
import type { TableFileAnswer, TableFileRequest } from './table-file';

addEventListener('message', ({ data }: MessageEvent<TableFileRequest>) => {
  const { name, table, format } = data;
  const written = format === 'csv' ? Promise.resolve(csvOf(table)) : xlsxOf(name, table);
  void written
    .then((file): TableFileAnswer => ({ file }))
    .catch((error: unknown): TableFileAnswer => ({ fault: String(error) }))
    .then((answer) => {
      postMessage(answer);
    });
});
