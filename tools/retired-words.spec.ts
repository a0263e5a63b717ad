import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const PROJECT = fileURLToPath(new URL('..', import.meta.url));
/** Where what people read is written. */
const PLACES = ['packages/wording/src', 'apps/web/src/app'];

/** What no text says any more, with what it says in its place. */
const RETIRED: readonly (readonly [RegExp, string])[] = [
  [/everything (under|by|from) /i, 'all items in, by, from'],
  [/nobody known/i, 'no customer'],
  [/together with other rules/i, 'Combined with other rules'],
  [/no rule after it/i, 'Later rules are skipped'],
  [/where that is lower/i, 'only if lower'],
  [/somebody puts it on/i, 'Manual, somebody applies it'],
];

/** All texts of a file: literals of its code, or the whole of a template. */
function textsOf(file: string): readonly string[] {
  const content = readFileSync(file, 'utf8');
  if (file.endsWith('.html')) return [content.replaceAll(/<!--.*?-->/gs, '')];
  const texts: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isStringLiteralLike(node) || ts.isTemplateMiddleOrTemplateTail(node)) {
      texts.push(node.text);
    } else if (ts.isTemplateHead(node)) texts.push(node.text);
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(file, content, ts.ScriptTarget.Latest, true));
  return texts;
}

function filesIn(place: string): readonly string[] {
  return readdirSync(path.join(PROJECT, place), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(ts|html)$/.test(file) && !/\.spec\.ts$|^testing\//.test(file))
    .map((file) => path.join(PROJECT, place, file));
}

function retiredIn(texts: readonly string[]): readonly string[] {
  return texts.flatMap((text) =>
    RETIRED.flatMap(([word, better]) => {
      const [found] = word.exec(text) ?? [];
      return found === undefined ? [] : [`“${found.trim()}”: say ${better}`];
    }),
  );
}

describe('what people read', () => {
  it('says nothing in words that were retired', () => {
    for (const place of PLACES) {
      const files = filesIn(place);
      expect(files.length).toBeGreaterThan(10);
      for (const file of files) {
        expect(retiredIn(textsOf(file)))
          .withContext(path.relative(PROJECT, file))
          .toEqual([]);
      }
    }
  });

  it('is told where it says one again', () => {
    expect(retiredIn(['5 % off everything under Clay, where that is lower'])).toEqual([
      '“everything under”: say all items in, by, from',
      '“where that is lower”: say only if lower',
    ]);
  });
});
