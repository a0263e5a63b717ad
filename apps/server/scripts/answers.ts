import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import TJS from 'typescript-json-schema';
import { withPlainNames } from './plain-names';

/** What each operation answers, as JSON Schema, by method and path without the prefix of the API. */
export interface Answers {
  readonly answers: Readonly<Record<string, unknown>>;
  readonly $defs: Readonly<Record<string, unknown>>;
}

const SERVER = fileURLToPath(new URL('..', import.meta.url));

/** Where the schemas are written that the server describes its API with. */
export const ANSWERS = path.join(SERVER, 'src/app/answers.json');

/**
 * Makes the schemas from the types that routes give their replies, so that the two cannot differ.
 * @throws {Error} where a route replies with a type that contracts does not have
 */
export function answerSchemas(): Answers {
  const replies = filesUnder(path.join(SERVER, 'src'))
    .filter((file) => /(routes|app)\.ts$/.test(file))
    .flatMap(repliesIn);
  // beside the sources, so that it finds what they import; nothing else reads it
  const listed = path.join(SERVER, 'src', `answers-${String(process.pid)}.ts`);
  writeFileSync(listed, typesOf(replies));
  try {
    const { config } = ts.readConfigFile(path.join(SERVER, 'tsconfig.json'), (name) =>
      ts.sys.readFile(name),
    ) as { config: object };
    const { options } = ts.parseJsonConfigFileContent(
      config,
      ts.sys,
      SERVER,
      undefined,
      path.join(SERVER, 'tsconfig.json'),
    );
    const program = ts.createProgram([listed], options);
    const schema = TJS.generateSchema(program, 'Answers', {
      required: true,
      noExtraProps: true,
      ref: true,
      ignoreErrors: true,
      strictNullChecks: true,
    });
    if (!schema) throw new Error('no schemas could be made of what routes reply');
    return withPlainNames(schema.properties ?? {}, schema.definitions ?? {});
  } finally {
    rmSync(listed);
  }
}

interface Reply {
  readonly operation: string;
  readonly type: string;
}

function filesUnder(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((name) => path.join(folder, name))
    .sort();
}

/** The routes of a file with the types of their replies. */
function repliesIn(file: string): Reply[] {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
  );
  const found: Reply[] = [];
  const visit = (node: ts.Node): void => {
    const reply = ts.isCallExpression(node) ? replyOf(node) : null;
    if (reply) found.push(reply);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

function replyOf({ expression, arguments: [address], typeArguments }: ts.CallExpression) {
  if (!ts.isPropertyAccessExpression(expression) || !address) return null;
  const method = expression.name.text.toUpperCase();
  if (!['GET', 'POST', 'PUT', 'DELETE'].includes(method) || !ts.isStringLiteral(address)) {
    return null;
  }
  const [generics] = typeArguments ?? [];
  if (!generics || !ts.isTypeLiteralNode(generics)) return null;
  const reply = generics.members.find((member) => member.name?.getText() === 'Reply');
  if (!reply || !ts.isPropertySignature(reply) || !reply.type) return null;
  return { operation: `${method} ${address.text}`, type: reply.type.getText() };
}

/** One type with a property an operation. */
function typesOf(replies: readonly Reply[]): string {
  const names = replies.flatMap(({ type }) => type.match(/\b[A-Z]\w*/g) ?? []);
  const properties = replies.map(({ operation, type }) => `  '${operation}': ${type};`);
  return [
    `import type { ${[...new Set(names)].sort().join(', ')} } from '@honest-ledger/contracts';`,
    `export interface Answers {`,
    ...properties.sort(),
    '}',
  ].join('\n');
}
