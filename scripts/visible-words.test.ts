import { expect, it } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const WEB = fileURLToPath(new URL('../apps/web/src/', import.meta.url));

/** Words that no technician says across a bench, or that are not spelled as here. */
const NOT_SAID =
  /\b(?:whom|nobody|anew|meanwhile|on the books|of now|gap(?:es|ing)|reckoner|house rules?|petrol|anticlockwise|(?:re)?centres?|carburettor|authorised|complaint|past due|go on|take back|hand in)\b/i;
/** Attributes that hold no words for people. */
const NO_WORDS = /^(?:className|id|htmlFor|to|type|key|aria-labelledby|aria-describedby|data-testid|name|rel|href)$/;

/** What a file shows or reads out: text of the page, and strings that look like words rather than like a name in code. */
function* shownIn(file: string): Generator<string> {
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true, kind);
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
  visit(source);
  for (const text of texts) if (/\s/.test(text.trim()) || /^[A-Z]/.test(text)) yield text.replace(/\s+/g, ' ').trim();
}

it('screens say what people say at the bench', () => {
  const files = (readdirSync(WEB, { recursive: true }) as string[]).filter(
    (name) => /\.tsx?$/.test(name) && !/\.test\.ts|^testing|generated/.test(name),
  );
  expect(files.length).toBeGreaterThan(100);
  const found = files.flatMap((name) =>
    [...shownIn(`${WEB}${name}`)].filter((text) => NOT_SAID.test(text)).map((text) => `${name}: ${text}`),
  );
  // Of what happened to a table, by its name in the database.
  expect(found).toEqual([]);
});
