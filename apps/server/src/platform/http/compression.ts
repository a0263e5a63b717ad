import compress from '@fastify/compress';
import type { FastifyInstance } from 'fastify';
import { constants } from 'node:zlib';

/** Below this a response travels as fast as it is: its bytes fit into one packet. */
const THRESHOLD_BYTES = 1400;
/** Of 0 to 11. What is compressed for one response is not worth the seconds that 11 takes. */
const BROTLI_QUALITY = 4;

/**
 * Compresses what is sent, by what the browser accepts. The token against forged requests travels
 * in a response below the threshold, never beside words that somebody else may choose.
 */
export async function compressResponses(app: FastifyInstance): Promise<void> {
  await app.register(compress, {
    threshold: THRESHOLD_BYTES,
    encodings: ['br', 'gzip', 'identity'],
    brotliOptions: { params: { [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY } },
    globalDecompression: false,
  });
}
