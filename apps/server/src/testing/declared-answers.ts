import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import answers from '../app/answers.json' with { type: 'json' };

// its types say that the function is a module
const addFormats = formats as unknown as (ajv: Ajv2020) => void;

interface Declared {
  readonly operation: string;
  readonly address: RegExp;
  validate?: ValidateFunction;
}

const { answers: schemas, $defs } = answers;

/** The most particular first: an address without parameters before one that fits it with some. */
const DECLARED: readonly Declared[] = Object.keys(schemas)
  .sort((a, b) => a.split(':').length - b.split(':').length)
  .map((operation) => ({
    operation,
    address: new RegExp(`^${operation.replaceAll(/:\w+/g, '[^/]+')}$`),
  }));

/**
 * What an answer says otherwise than its operation declares; none where nothing is declared for it.
 *
 * @param path without the prefix of the API
 */
export function undeclared(method: string, path: string, body: unknown): readonly string[] {
  const [address = ''] = path.split('?');
  const found = DECLARED.find((one) => one.address.test(`${method} ${address}`));
  if (!found) return [];
  found.validate ??= validatorOf(schemas[found.operation as keyof typeof schemas]);
  if (found.validate(body)) return [];
  return (found.validate.errors ?? []).map(
    ({ instancePath, message = '', params }) =>
      `${found.operation}: ${instancePath} ${message} ${JSON.stringify(params)}`,
  );
}

function validatorOf(schema: object): ValidateFunction {
  const ajv = new Ajv2020({ strict: false, allowUnionTypes: true });
  addFormats(ajv);
  return ajv.compile({ ...schema, $defs });
}
