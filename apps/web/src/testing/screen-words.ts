// Every text that stands in the code of the screens, read by the compiler's own parser: what is between tags, what a label says, what a template joins.
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Stands for what a template or an element puts between its words. */
export const gap = '•';

export type ScreenText = { readonly file: string; readonly line: number; readonly text: string; readonly chosenByCount: boolean };

/** Attributes whose value is code: no reader meets it. */
const code = /^(?:className|class|id|key|d|viewBox|type|href|to|role|name|inputMode|autoComplete|pattern|data-|form|htmlFor|rel|accept)/;
const prose = (text: string): boolean => /[A-Za-z]/.test(text) && (/\s/.test(text.trim()) || /^[A-Z]/.test(text.trim()));

/** Whether one of the branches above it asks for the count of one, so that the words below it know whether they speak of one. */
const byCount = (node: ts.Node): boolean => {
  for (let at = node; !ts.isSourceFile(at); at = at.parent)
    if (ts.isConditionalExpression(at) && /(?:=== 1|> 1|< 2)\b/.test(at.condition.getText())) return true;
  return false;
};

/** What stands between two tags, as a page shows it: a line's end with its blanks is nothing at an end, one blank inside. */
const between = (child: ts.JsxChild): string => {
  if (ts.isJsxText(child))
    return child.text
      .replace(/^\s*\n\s*/, '')
      .replace(/\s*\n\s*$/, '')
      .replaceAll(/\s*\n\s*/g, ' ');
  if (!ts.isJsxExpression(child)) return gap;
  if (child.expression === undefined) return '';
  return ts.isStringLiteral(child.expression) ? child.expression.text : gap;
};

const spoken = (node: ts.Node): string | null => {
  if (ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (ts.isTemplateExpression(node)) return node.head.text + node.templateSpans.map(({ literal }) => `${gap}${literal.text}`).join('');
  if (ts.isStringLiteral(node)) {
    const { parent } = node;
    if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent)) return null;
    if (ts.isJsxAttribute(parent) && code.test(parent.name.getText())) return null;
    return node.text;
  }
  if (ts.isJsxElement(node) || ts.isJsxFragment(node)) {
    const own = node.children.map(between);
    return own.some((text) => text !== gap && text.trim() !== '') ? own.join('').trim() : null;
  }
  return null;
};

const textsOf = (file: string, text: string): ScreenText[] => {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS);
  const found: ScreenText[] = [];
  const walk = (node: ts.Node): void => {
    if (ts.isJsxAttribute(node) && code.test(node.name.getText())) return;
    if (ts.isCallExpression(node) && node.expression.getText() === 'useDraft') return;
    const said = spoken(node);
    if (said !== null && prose(said))
      found.push({ file, line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text: said, chosenByCount: byCount(node) });
    node.forEachChild(walk);
  };
  walk(source);
  return found;
};

/** The texts of one file's code. */
export const textsInCode = (code: string): ScreenText[] => textsOf('here.tsx', code);

/** The texts of every screen, part, command and store of the page. */
export const screenTexts = (): ScreenText[] =>
  readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !/\.test\.|testing/.test(name))
    .toSorted()
    .flatMap((name) => textsOf(relative(root, join(root, name)), readFileSync(join(root, name), 'utf8')));
