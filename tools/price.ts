/**
 * Prices a document file with a setup file and prints the priced document, with its workings, as
 * JSON on standard output. Wrong input ends with exit code 2 and sentences on standard error.
 * Use: npm run -s price -- --setup FILE --document FILE
 */
import {
  pricedToFile,
  readDocument,
  readSetup,
  setupProblemsFor,
  type FieldProblem,
  type Reading,
} from '@honest-ledger/contracts';
import { price } from '@honest-ledger/engine';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';

const USE = 'Use: npm run -s price -- --setup FILE --document FILE';

/** Input that cannot be priced, in sentences for the one who wrote it. */
class WrongInput extends Error {
  constructor(readonly sentences: readonly string[]) {
    super(sentences.join('\n'));
  }
}

try {
  const files = readArguments();
  const setup = readFile(files.setup, readSetup);
  const document = readFile(files.document, readDocument);
  refuse(files.setup, setupProblemsFor(setup, document.facts.items));
  process.stdout.write(
    `${JSON.stringify(pricedToFile(price(setup, document), document.facts, setup), null, 2)}\n`,
  );
} catch (error) {
  if (!(error instanceof WrongInput)) throw error;
  for (const sentence of error.sentences) console.error(sentence);
  process.exitCode = 2;
}

function readArguments(): { setup: string; document: string } {
  const { setup, document } = parsedArguments();
  if (setup === undefined || document === undefined) {
    throw new WrongInput(['Both a setup file and a document file are needed.', USE]);
  }
  return { setup, document };
}

function parsedArguments(): { setup?: string | undefined; document?: string | undefined } {
  try {
    return parseArgs({ options: { setup: { type: 'string' }, document: { type: 'string' } } })
      .values;
  } catch (error) {
    throw new WrongInput([error instanceof Error ? error.message : String(error), USE]);
  }
}

function readFile<T>(file: string, read: (json: unknown) => Reading<T>): T {
  const reading = read(parseJson(file, readText(file)));
  if (!reading.ok) throw wrong(file, reading.problems);
  return reading.value;
}

function refuse(file: string, problems: readonly FieldProblem[]): void {
  if (problems.length > 0) throw wrong(file, problems);
}

function wrong(file: string, problems: readonly FieldProblem[]): WrongInput {
  return new WrongInput(problems.map((one) => problemLine(file, one)));
}

function readText(file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    const code = error instanceof Error && 'code' in error ? error.code : null;
    const why = code === 'ENOENT' ? 'there is no such file' : `it cannot be read (${String(code)})`;
    throw new WrongInput([`${file}: ${why}.`]);
  }
}

function parseJson(file: string, text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch (error) {
    throw new WrongInput([`${file}: this is not JSON: ${(error as SyntaxError).message}.`]);
  }
}

function problemLine(file: string, { path, sentence }: FieldProblem): string {
  return `${file}: ${path === '' ? '' : `${path}: `}${sentence}.`;
}
