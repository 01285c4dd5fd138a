import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

/** Rooms whose constants are figures of the trade: what is expected, how it cools, what it takes. */
const ROOMS = [
  'account',
  'bench',
  'chill',
  'grind',
  'hang',
  'haul',
  'reference',
  'store',
  'worth',
  'wrap',
  'yield'
];
/** How a figure says where it comes from. */
const STANDING = /working default|own estimate|usual practice|source:|own choice|exact/i;

/** Figures in a value: numbers, but not places in a list, nor those of a text or of a function. */
function figures(node: ts.Node): number {
  if (ts.isFunctionLike(node) || ts.isNewExpression(node)) return 0;
  if (ts.isCallExpression(node)) return node.arguments.reduce((sum, arg) => sum + figures(arg), 0);
  if (ts.isElementAccessExpression(node)) return figures(node.expression);
  if (ts.isNumericLiteral(node)) return 1;
  let sum = 0;
  node.forEachChild((child) => {
    sum += figures(child);
  });
  return sum;
}

/** Constants of a file that hold figures and do not say where these come from. */
function unsaid(file: string, text: string): string[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  return source.statements.flatMap((statement) => {
    if (!ts.isVariableStatement(statement)) return [];
    const said = ts
      .getLeadingCommentRanges(text, statement.pos)
      ?.some(({ pos, end }) => STANDING.test(text.slice(pos, end)));
    return statement.declarationList.declarations
      .filter(
        ({ initializer, name }) => initializer && !/Schema$/.test(name.getText()) && figures(initializer) > 0
      )
      .filter(() => !said)
      .map(({ name }) => name.getText());
  });
}

describe('every figure of the trade', () => {
  it.each(ROOMS)('says in %s where it comes from, or that it is a working default', (room) => {
    const root = join(process.cwd(), 'src/core', room);
    const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.endsWith('.ts') && !file.endsWith('.test.ts')
    );
    expect(files.length).toBeGreaterThan(0);
    expect(
      files.flatMap((file) =>
        unsaid(file, readFileSync(join(root, file), 'utf8')).map((name) => `${file}: ${name}`)
      )
    ).toEqual([]);
  });

  it('is seen by this test where it is not said', () => {
    expect(unsaid('a.ts', '/** Share of bone. */\nexport const BONE = { leg: 0.17 } as const;')).toEqual([
      'BONE'
    ]);
    expect(unsaid('a.ts', '/** Share of bone. Working default. */\nconst BONE = 0.17;')).toEqual([]);
    expect(unsaid('a.ts', 'export const half = (x: number) => x / 2;')).toEqual([]);
  });
});
