import type { ImportAnswer } from '@vaktman/core';
import { Scroll, Table } from '../control/tableStyle';

const SHOWN = 100;

/** Everything wrong in a file, by row and column, with what was expected. */
export const ImportProblems = ({ answer: { problems, moreProblems } }: { readonly answer: ImportAnswer }) => {
  const more = Math.max(0, problems.length - SHOWN) + moreProblems;
  return (
    <section>
      <h3>
        {problems.length + moreProblems === 1 ? 'One thing is' : `${problems.length + moreProblems} things are`} not as
        expected
      </h3>
      <Scroll>
        <Table aria-label="Problems">
          <thead>
            <tr>
              <th scope="col">Row</th>
              <th scope="col">Column</th>
              <th scope="col">It says</th>
              <th scope="col">Expected</th>
            </tr>
          </thead>
          <tbody>
            {problems.slice(0, SHOWN).map(({ row, column, header, code, value, expected }) => (
              <tr key={`${row ?? ''} ${column ?? ''} ${code}`}>
                <td>{row ?? 'the file'}</td>
                <td>{header ?? column ?? ''}</td>
                <td className="weak">{value === undefined || value === '' ? 'nothing' : value}</td>
                <td className="words">{expected}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
      {more === 0 ? null : <p>and {more} more.</p>}
    </section>
  );
};
