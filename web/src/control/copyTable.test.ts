import { expect, it } from 'vitest';
import { tableText } from './copyTable';

it('is pasted as a table: a cell a cell, a row a row, whatever is in them', () => {
  expect(
    tableText(
      ['Unit', 'Note'],
      [
        ['P-07', 'two\nlines\tand a tab'],
        ['P-09', ''],
      ],
    ),
  ).toBe('Unit\tNote\nP-07\ttwo lines and a tab\nP-09\t');
});
it.each([
  ['=HYPERLINK("x")', `'=HYPERLINK("x")`],
  ['@SUM(A1)', `'@SUM(A1)`],
  ['-4', '-4'],
  ['-4.5', '-4.5'],
  ['-1+2', `'-1+2`],
  ['+47 110', `'+47 110`],
])('lets a spreadsheet reckon with nothing: %s', (cell, pasted) => expect(tableText([], [[cell]])).toBe(`\n${pasted}`));
