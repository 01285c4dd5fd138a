import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { expect, it } from 'vitest';

/** Where records are asked; tests and the demo ask what they have made themselves. */
const OTHERS = /\.test\.ts$|testkit|testwalk|\/demo\/|units\/under\.ts$/;

const filesIn = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesIn(join(folder, entry.name)) : [join(folder, entry.name)]
  );

/** A record of any text, no list: `record[key]` finds what every object has, too. */
function isRecord(checker: ts.TypeChecker, type: ts.Type): boolean {
  const sure = checker.getNonNullableType(type);
  const parts = sure.isUnion() ? sure.types : [sure];
  return (
    parts.some((part) =>
      checker.getIndexInfosOfType(part).some(({ keyType }) => keyType.flags & ts.TypeFlags.String)
    ) && !parts.some((part) => checker.isArrayType(part) || checker.isTupleType(part))
  );
}

function isWritten(node: ts.ElementAccessExpression): boolean {
  const { parent } = node;
  if (ts.isDeleteExpression(parent)) return true;
  return (
    ts.isBinaryExpression(parent) &&
    parent.left === node &&
    parent.operatorToken.kind >= ts.SyntaxKind.FirstAssignment &&
    parent.operatorToken.kind <= ts.SyntaxKind.LastAssignment
  );
}

/** Places in a program where a record is asked for a text by brackets. */
function asked(program: ts.Program, within: (file: string) => boolean): string[] {
  const checker = program.getTypeChecker();
  const places: string[] = [];
  for (const source of program.getSourceFiles()) {
    if (!within(source.fileName)) continue;
    const visit = (node: ts.Node): void => {
      if (
        ts.isElementAccessExpression(node) &&
        !isWritten(node) &&
        checker.getTypeAtLocation(node.argumentExpression).flags & ts.TypeFlags.String &&
        isRecord(checker, checker.getTypeAtLocation(node.expression))
      )
        places.push(
          `${source.fileName}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1} ${node.getText()}`
        );
      ts.forEachChild(node, visit);
    };
    visit(source);
  }
  return places;
}

const programOf = (files: string[]): ts.Program => {
  const config = ts.getParsedCommandLineOfConfigFile(
    'tsconfig.json',
    {},
    {
      ...ts.sys,
      onUnRecoverableConfigFileDiagnostic: () => undefined
    }
  );
  return ts.createProgram(files, config?.options ?? {});
};

it('a record is asked by `under`, so that a name that every object has is a name like others', () => {
  const files = filesIn('src').filter((file) => file.endsWith('.ts'));
  const program = programOf([...files, '.svelte-kit/ambient.d.ts']);
  const within = (file: string) =>
    /(^|\/)src\//.test(file) && !file.includes('node_modules') && !OTHERS.test(file);
  expect(program.getSourceFiles().filter((source) => within(source.fileName)).length).toBeGreaterThan(300);
  expect(asked(program, within)).toEqual([]);
});
