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
  [/\btake out\b|\btaken out\b/i, 'Remove'],
  [/\bwithdraw(n|s)?\b/i, 'Delete, deleted'],
  [/\bthrow(n)? away\b/i, 'Discard'],
  [/\bnot now\b(?!;)/i, 'Cancel'],
  [/\blook(ed|s)? (it )?through\b/i, 'Review'],
  [/\bleave out\b|\bleft out\b/i, 'Exclude'],
  [/take back in/i, 'Include'],
  [/take theirs/i, 'Use theirs'],
  [/\bway back\b/i, 'Restore'],
  [/\b(is|was|are|were|be|not) kept\b/i, 'saved'],
  [/\bfacts?: /i, 'Applies as soon as saved'],
  [/\bsetup: /i, 'Stays in a draft until published'],
  [/\bfor anybody\b/i, 'No customer'],
  [/\btaken? in\b/i, 'Import, imported'],
  [/\bsen[dt] in\b/i, 'Upload'],
  [/(?<!limit )\bby hand\b/i, 'Manual, manually'],
  [/\bby request\b/i, 'Price on request'],
  [/\bnarrowest\b|\bnarrower (entry|tables?)\b/i, 'most specific'],
  [/prices? (that )?waits?\b/i, 'Proposed price'],
  [/\bstands? alone\b/i, 'Not combined'],
  [/what is spent/i, 'total spend on'],
  [/price as it runs/i, 'Price so far'],
  [/\bmake an? (order|sale) of/i, 'Convert to order'],
  [/compute again/i, 'Verify prices'],
  [/levels? given|give the level/i, 'Level assignments, Assign'],
  [/lies under/i, 'Parent category'],
  [/\bpromised?\b/i, 'held'],
  [/\bin all\b/i, 'Total, in total'],
];

/** All texts of a file: literals of its code, and of its templates what stands between and in their tags. */
function textsOf(file: string): readonly string[] {
  const content = readFileSync(file, 'utf8');
  if (file.endsWith('.html')) return templateTexts(content);
  const texts: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isStringLiteralLike(node) || ts.isTemplateMiddleOrTemplateTail(node)) {
      texts.push(...(isTemplate(node.text) ? templateTexts(node.text) : wordsOf(node.text)));
    } else if (ts.isTemplateHead(node)) texts.push(...wordsOf(node.text));
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(file, content, ts.ScriptTarget.Latest, true));
  return texts;
}

const isTemplate = (text: string): boolean => /<[a-z][^]*>/.test(text) && text.includes('\n');

/** What one word in lower case says is a code, and what has a dot before a slash a file. */
function wordsOf(text: string): readonly string[] {
  return /^[a-z][A-Za-z]*$|^\.+\//.test(text) ? [] : [text];
}

const TAG = /<\/?[a-zA-Z](?:"[^"]*"|[^">])*>/g;
const CODE = /\{\{[^]*?\}\}|@(?:if|else if|for|switch|case|let)\b[^{\n]*/g;

function templateTexts(template: string): readonly string[] {
  const html = template.replaceAll(/<!--[^]*?-->/g, '');
  const texts = [html.replaceAll(TAG, ' ').replaceAll(CODE, ' ')];
  for (const [tag] of html.matchAll(TAG)) {
    for (const [, name = '', value = ''] of tag.matchAll(/([[\](a-zA-Z.-]+)="([^"]*)"/g)) {
      if (/^[[(]/.test(name)) texts.push(...literalsIn(value));
      else if (!['class', 'id', 'name', 'routerLink', 'type'].includes(name)) texts.push(value);
    }
  }
  for (const [code] of html.matchAll(CODE)) texts.push(...literalsIn(code));
  return texts;
}

function literalsIn(code: string): readonly string[] {
  return [...code.matchAll(/'([^']*)'/g)].flatMap(([, text = '']) => wordsOf(text));
}

function filesIn(place: string): readonly string[] {
  return readdirSync(path.join(PROJECT, place), { recursive: true, encoding: 'utf8' })
    .filter(
      (file) => /\.(ts|html)$/.test(file) && !/\.spec\.ts$|\.feature\.ts$|^testing\//.test(file),
    )
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

  it('looks between and in the tags of templates, and not at their code', () => {
    const html =
      '<p class="withdrawn" (click)="withdraw()">Withdraw {{ one.withdrawn ? "x" : \'not kept\' }}</p>';
    expect(retiredIn(templateTexts(html))).toEqual([
      '“Withdraw”: say Delete, deleted',
      '“not kept”: say saved',
    ]);
  });
});
