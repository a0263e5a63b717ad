import type { MultipartFile } from '@fastify/multipart';
import type { FastifyRequest } from 'fastify';
import { Problem } from '../http/problems';
import { MAX_BYTES } from './read-file';

/** What of a form is let in: one file, no other fields. */
export const ONE_FILE = { limits: { files: 1, fields: 0, fileSize: MAX_BYTES } };

/** The file of a form. @throws Problem 415 where the body is no form, 422 where it has no file */
export async function sentFile(request: FastifyRequest): Promise<MultipartFile> {
  if (!request.isMultipart()) {
    throw new Problem(415, 'The body must be a form with one file (multipart/form-data).');
  }
  const sent = await request.file();
  if (!sent) throw new Problem(422, 'There is no file in the form.');
  return sent;
}

/** Once all of a file has come. @throws Problem 413 where only its beginning was let in */
export function checkWhole({ file: { truncated } }: MultipartFile): void {
  if (!truncated) return;
  throw new Problem(413, `The file is larger than ${String(MAX_BYTES / 1024 / 1024)} MiB.`);
}
