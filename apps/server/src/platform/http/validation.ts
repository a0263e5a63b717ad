import { STRICT } from '@honest-ledger/contracts';
import type { FastifyInstance } from 'fastify';
import type Joi from 'joi';

/**
 * Checks what comes in against the Joi schemas of contracts. Text of an address (path and query) is
 * converted to numbers where the schema says number; a body is taken as it is.
 */
export function validateWithJoi(app: FastifyInstance): void {
  app.setValidatorCompiler<Joi.Schema>(({ schema, httpPart }) => {
    const strict = schema.prefs({ ...STRICT, convert: httpPart !== 'body' });
    return (data: unknown) => {
      const result: Joi.ValidationResult<unknown> = strict.validate(data);
      return result.error ? { error: result.error } : { value: result.value };
    };
  });
}
