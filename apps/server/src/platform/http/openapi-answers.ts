/** What operations answer, as JSON Schema: by method and path without the prefix, and what they share. */
export interface AnswerSchemas {
  readonly answers: Readonly<Record<string, unknown>>;
  readonly $defs: Readonly<Record<string, unknown>>;
}

type Schemas = Readonly<Record<string, unknown>>;

interface Described {
  readonly paths?: Readonly<Record<string, Readonly<Record<string, object>>>>;
  readonly components?: { readonly schemas?: Schemas };
}

/** An OpenAPI document whose operations say what they answer. @param prefix of the API's paths */
export function withAnswers(
  document: Described,
  { answers, $defs }: AnswerSchemas,
  prefix: string,
): object {
  const { paths = {}, components = {} } = document;
  const schemas = components.schemas ?? {};
  const named = (name: string): string => (name in schemas ? `${name}Answered` : name);
  const own: Schemas = Object.fromEntries(
    Object.entries($defs).map(([name, one]) => [named(name), referring(one, named)]),
  );
  const answering = Object.entries(paths).map(([address, operations]) => [
    address,
    Object.fromEntries(
      Object.entries(operations).map(([method, operation]) => {
        const path = address.slice(prefix.length).replaceAll(/\{(\w+)\}/g, ':$1');
        const answer = answers[`${method.toUpperCase()} ${path}`];
        const schema = answer && referring(answer, named);
        return [method, schema ? answeringWith(operation, schema) : withoutJson(operation, method)];
      }),
    ),
  ]);
  return {
    ...document,
    paths: Object.fromEntries(answering) as Schemas,
    components: { ...components, schemas: { ...schemas, ...own } },
  };
}

function answeringWith(operation: object, schema: unknown): object {
  const { responses } = operation as { responses?: Readonly<Record<string, object>> };
  const done = { ...responses?.['2XX'], content: { 'application/json': { schema } } };
  return { ...operation, responses: { ...responses, '2XX': done } };
}

/** What answers with no JSON sends a file where it is read, and nothing where something is done. */
function withoutJson(operation: object, method: string): object {
  const { responses } = operation as { responses?: Readonly<Record<string, object>> };
  const { '2XX': _, ...problems } = responses ?? {};
  const done =
    method === 'get'
      ? { '2XX': { description: 'The file.', content: { '*/*': {} } } }
      : { '204': { description: 'It is done; there is no more to say.' } };
  return { ...operation, responses: { ...done, ...problems } };
}

/** With references to components in place of those to definitions. */
function referring(json: unknown, named: (name: string) => string): unknown {
  if (Array.isArray(json)) return json.map((one) => referring(one, named));
  if (typeof json !== 'object' || json === null) return json;
  return Object.fromEntries(
    Object.entries(json).map(([key, value]: [string, unknown]) => [
      key,
      key === '$ref' && typeof value === 'string'
        ? `#/components/schemas/${named(value.replace('#/$defs/', ''))}`
        : referring(value, named),
    ]),
  );
}
