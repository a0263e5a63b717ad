import type { ShownTable } from '../grid/shown-table';

export type TableFileFormat = 'csv' | 'xlsx';

/** What the worker is asked: a table, to be written as a file. */
export interface TableFileRequest {
  readonly name: string;
  readonly format: TableFileFormat;
  readonly table: ShownTable;
}

export type TableFileAnswer = { readonly file: Blob } | { readonly fault: string };

/** Writes a table as a file, in a thread of its own: tens of thousands of rows stop nobody. */
export function writeTableFile(request: TableFileRequest): Promise<Blob> {
  const worker = new Worker(new URL('./table-file.worker', import.meta.url), { type: 'module' });
  return new Promise<Blob>((resolve, reject) => {
    worker.addEventListener('message', ({ data }: MessageEvent<TableFileAnswer>) => {
      if ('file' in data) resolve(data.file);
      else reject(new Error(data.fault));
    });
    worker.addEventListener('error', ({ message }) => {
      reject(new Error(message));
    });
    worker.postMessage(request);
  }).finally(() => {
    worker.terminate();
  });
}
