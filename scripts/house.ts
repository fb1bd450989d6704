// Prints the figures of the house: how long functions, components and files are, and the share of tests by room.
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { root } from './setup/root.mjs';

const ROOMS = ['core', 'contract', 'server', 'web', 'demo', 'e2e', 'scripts'];
const LEFT_OUT = new Set(['node_modules', 'dist', 'fixtures', 'migrations']);

interface Named {
  readonly name: string;
  readonly lines: number;
}

const sources = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (LEFT_OUT.has(entry.name)) return [];
    const path = join(folder, entry.name);
    return entry.isDirectory() ? sources(path) : /\.(ts|tsx|mjs)$/.test(entry.name) ? [path] : [];
  });

const isTest = (path: string): boolean => /\.(test|spec)\.tsx?$|\/test\/|^e2e\//.test(path);
const filledLines = (text: string): number => text.split('\n').filter((line) => line.trim() !== '').length;
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Every function with a name, with its lines; in a `.tsx` file one with a capital is a component. */
const functionsIn = (path: string, text: string): Named[] => {
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
  const found: Named[] = [];
  const lineOf = (position: number): number => source.getLineAndCharacterOfPosition(position).line;
  const visit = (node: ts.Node): void => {
    const name =
      (ts.isFunctionDeclaration(node) || ts.isMethodDeclaration(node)) && node.name !== undefined
        ? node.name.getText(source)
        : ts.isVariableDeclaration(node) &&
            node.initializer !== undefined &&
            (ts.isArrowFunction(node.initializer) || ts.isFunctionExpression(node.initializer))
          ? node.name.getText(source)
          : null;
    if (name !== null) found.push({ name, lines: lineOf(node.getEnd()) - lineOf(node.getStart(source)) + 1 });
    node.forEachChild(visit);
  };
  visit(source);
  return found;
};

const files = ROOMS.flatMap((room) =>
  sources(join(root, room)).map((path) => {
    const name = relative(root, path);
    const text = readFileSync(path, 'utf8');
    return { room, name, text, lines: filledLines(text), test: isTest(name) };
  }),
);
const own = files.filter(({ test }) => !test);
const functions = own.flatMap(({ name, text }) =>
  functionsIn(name, text).map((found) => ({
    ...found,
    file: name,
    isComponent: /^[A-Z]/.test(found.name) && name.endsWith('.tsx'),
  })),
);
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const longest = (entries: readonly (Named & { readonly file?: string })[]): string =>
  [...entries]
    .sort((a, b) => b.lines - a.lines)
    .slice(0, 5)
    .map(({ name, lines, file }) => `${name}${file === undefined ? '' : ` (${file})`} ${lines}`)
    .join('; ');

say('| What | Median | Longest five |');
say('| ---- | ------ | ------------ |');
const row = (what: string, entries: readonly (Named & { readonly file?: string })[]): void =>
  say(`| ${what} | ${median(entries.map(({ lines }) => lines))} lines | ${longest(entries)} |`);
row(
  'function',
  functions.filter(({ isComponent }) => !isComponent),
);
row(
  'component',
  functions.filter(({ isComponent }) => isComponent),
);
row(
  'file',
  own.map(({ name, lines }) => ({ name, lines })),
);
say('');
say('| Room | Code, lines | Tests, lines | Tests, share |');
say('| ---- | ----------- | ------------ | ------------ |');
const share = (room: string, of: typeof files): void => {
  const tests = of.filter(({ test }) => test).reduce((sum, { lines }) => sum + lines, 0);
  const all = of.reduce((sum, { lines }) => sum + lines, 0);
  say(`| ${room} | ${all - tests} | ${tests} | ${all === 0 ? 0 : Math.round((100 * tests) / all)} % |`);
};
for (const room of ROOMS)
  share(
    room,
    files.filter((file) => file.room === room),
  );
share('all', files);
