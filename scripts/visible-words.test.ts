import { expect, it } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const ROOT = fileURLToPath(new URL('../', import.meta.url));

/** Words that are not used on screens, and spellings other than American. */
const NOT_SAID =
  /\b(?:whom|nobody|anew|meanwhile|on the books|of now|gap(?:es|ing)|reckon\w*|house rules?|petrol|anticlockwise|(?:re)?centres?|carburettor|authorised|complaints?|past due|go on|take back|hand in|in force|mend(?:s|ed)?|(?:fuller|one|a) leaf|passphrase of now)\b/i;
/** Words in comments and test names that refer to a person, a time or a thing without naming it. */
const NOT_WRITTEN =
  /\b(?:whoever|somebody|everybody|nobody|anybody|anew|whom|one['’]s own|(?:rules|spec|settings) of now|as of now|comes? to its day|stands? otherwise|passed over|parted by|held against|takes? their turn|looks? for news|in the meantime|worked out|what (?:is|was) (?:known|said|left|kept|typed|asked)|stands? (?:beside|in for)|put right|left alone|taken (?:back|up)|for good|all the same|however (?:often|it is)|no more than it|bare facts put|goes on (?:where|from)|gives? back)\b|\b(?:neighbour|colour|behaviour|favour|grey|licence)\w*|(?<!`)\bmillimetres?\b/i;
/** Identifiers for which the field or the framework has another name. */
const NOT_CALLED =
  /^(?:Outcome|Anybody|Needs|Work|mend|\w*[sS]tandings?(?:[A-Z]\w*)?|Restanding\w*|keepAll|\w*SigningIn\w*|[dD]oor(?:[A-Z]\w*)?|Record(?:Entry|Page|Service)\w*|[hH]ouse(?:[A-Z]\w*)?|\w*[jJ]udged(?:[A-Z]\w*)?|\w*[rR]eckon(?!ed)\w*|gaping|aim(?:[A-Z]\w*)?|\w*Aim(?:[A-Z]\w*)?|WITHOUT|WHOLE|Parts?Field|Claims?(?:[A-Z]\w*)?|[cC]omplaints?(?:[A-Z]\w*)?|tagKey\(|lookAt\w*)$/;
/** Attributes that hold no words for people. */
const NO_WORDS = /^(?:className|id|htmlFor|to|type|key|aria-labelledby|aria-describedby|data-testid|name|rel|href)$/;

const under = (folder: string, pattern: RegExp): string[] =>
  (readdirSync(`${ROOT}${folder}`, { recursive: true }) as string[])
    .filter((name) => pattern.test(name) && !/generated|(?:^|\/)(?:dist|node_modules|migrations)(?:\/|$)/.test(name))
    .map((name) => `${folder}/${name}`);

function parsed(file: string): ts.SourceFile {
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  return ts.createSourceFile(file, readFileSync(`${ROOT}${file}`, 'utf8'), ts.ScriptTarget.Latest, true, kind);
}

/** Visible text of a file: page text, and strings that look like words rather than identifiers. */
function* shownIn(file: string): Generator<string> {
  const texts: string[] = [];
  const visit = (node: ts.Node): void => {
    if (
      ts.isImportDeclaration(node) ||
      ts.isExportDeclaration(node) ||
      ts.isLiteralTypeNode(node) ||
      ts.isThrowStatement(node)
    )
      return;
    if (ts.isJsxAttribute(node) && NO_WORDS.test(node.name.getText())) return;
    if (ts.isJsxText(node) || ts.isStringLiteral(node) || ts.isTemplateLiteralToken(node)) texts.push(node.text);
    ts.forEachChild(node, visit);
  };
  visit(parsed(file));
  for (const text of texts) if (/\s/.test(text.trim()) || /^[A-Z]/.test(text)) yield text.replace(/\s+/g, ' ').trim();
}

const linesOf = (file: string): string[] => readFileSync(`${ROOT}${file}`, 'utf8').split('\n');

/** Comments of a file, and the names of its tests. */
function* writtenIn(file: string): Generator<string> {
  const source = readFileSync(`${ROOT}${file}`, 'utf8');
  const written = /\/\*\*[\s\S]*?\*\/|^[ \t]*\/\/.*|\b(?:it|test|describe)\(\s*(?:'[^'\n]*'|"[^"\n]*")/gm;
  for (const [text] of source.matchAll(written)) yield text.replace(/\s+/g, ' ').trim();
}

it.each([
  ['screens', 'apps/web/src'],
  ['refusals and the contract', 'apps/server/src'],
])('%s say what people say at the bench', (_, folder) => {
  const files = under(folder, /(?<!\.test)\.tsx?$/).filter((name) => !/\/testing\//.test(name));
  expect(files.length).toBeGreaterThan(100);
  const found = files.flatMap((file) =>
    [...shownIn(file)].filter((text) => NOT_SAID.test(text)).map((text) => `${file}: ${text}`),
  );
  expect(found).toEqual([]);
});

it('the manual and the guide say it too', () => {
  const found = [...under('docs/guide', /\.md$/), 'README.md'].flatMap((file) =>
    readFileSync(`${ROOT}${file}`, 'utf8')
      .split('\n')
      .filter((line) => NOT_SAID.test(line))
      .map((line) => `${file}: ${line}`),
  );
  expect(found).toEqual([]);
});

it('comments, test names and pages of the docs use technical terms', () => {
  const files = ['apps/web/src', 'apps/server/src', 'packages', 'e2e', 'scripts'].flatMap((folder) =>
    under(folder, /\.(?:tsx?|mjs)$/),
  );
  expect(files.length).toBeGreaterThan(500);
  const pages = [...under('docs', /\.md$/), 'README.md', 'ARCHITECTURE.md', 'CONTRIBUTING.md'];
  // Scripts write some of the pages.
  const writers = under('scripts', /(?:-page|study-\w+|schools)\.mjs$/);
  const found = [
    ...writers.flatMap((file) => [...shownIn(file)].map((text) => ({ file, text }))),
    ...files.flatMap((file) => [...writtenIn(file)].map((text) => ({ file, text }))),
    ...pages.flatMap((file) => linesOf(file).map((text) => ({ file, text }))),
  ].filter(({ text }) => NOT_WRITTEN.test(text));
  expect(found).toEqual([]);
});

it('code calls things by the names of the field and the framework', () => {
  const files = ['apps/web/src', 'apps/server/src', 'packages/core/src', 'e2e', 'scripts'].flatMap((folder) =>
    under(folder, /\.(?:tsx?|mjs)$/),
  );
  const found = files.flatMap((file) => {
    const names = new Set<string>();
    const visit = (node: ts.Node): void => {
      if (ts.isIdentifier(node) && NOT_CALLED.test(node.text)) names.add(node.text);
      ts.forEachChild(node, visit);
    };
    visit(parsed(file));
    return [...names].map((name) => `${file}: ${name}`);
  });
  expect(found).toEqual([]);
});
