import { degreesShort, DISPOSITION_WORDS, figure, nightAdvice } from '@vaktman/core';
import styled from 'styled-components';
import { Words } from '../control/Words';
import { dayText, nearDayText } from '../control/dates';
import { ANSWER_MARK, ANSWER_WORDS, DISPOSITION_MARK, Mark } from '../control/Mark';
import { Table } from '../control/tableStyle';
import type { WatchLine } from './watchFilter';

const Paper = styled.main`
  font-size: 9.5pt;
  h2 {
    font-size: 15pt;
  }
  table {
    margin-top: 4mm;
  }
  tr {
    break-inside: avoid;
  }
  td {
    vertical-align: top;
    white-space: normal;
  }
  .box {
    display: inline-block;
    width: 3.6mm;
    height: 3.6mm;
    margin-right: 2mm;
    border: 1.4px solid var(--ink);
    vertical-align: -0.4mm;
  }
`;

/** The watch on paper: units yard by yard in the order on screen, with a box to tick for each thing to do. */
export const Worklist = ({ lines, night, today }: { lines: readonly WatchLine[]; night: string; today: string }) => (
  <Paper>
    <h2>
      Worklist, {dayText(today)}, {night}
    </h2>
    <Table>
      <thead>
        <tr>
          <th scope="col">Unit</th>
          <th scope="col">Starts</th>
          <th scope="col">Left its visit</th>
          <th scope="col">To do</th>
          <th scope="col">Due</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) =>
          line.kind === 'yard' ? (
            <tr key={`yard ${line.yard.yardId}`}>
              <th colSpan={5} scope="colgroup">
                {line.yard.name}, {line.count}
              </th>
            </tr>
          ) : (
            <tr key={line.unit.row.unitId}>
              <td>
                <strong>{line.unit.row.unitId}</strong>
                <br />
                {line.unit.row.description}
              </td>
              <td>
                <Mark kind={ANSWER_MARK[line.unit.answer]} word={ANSWER_WORDS[line.unit.answer]} />
                {line.unit.row.cold === null ? '' : <Words>{` ${figure(line.unit.row.cold[1], 0)} °C`}</Words>}
              </td>
              <td>
                {line.unit.row.disposition === null ? (
                  'never visited'
                ) : (
                  <Mark
                    kind={DISPOSITION_MARK[line.unit.row.disposition]}
                    word={DISPOSITION_WORDS[line.unit.row.disposition]}
                  />
                )}
              </td>
              <td>
                {line.unit.answer === 'will-not' ? (
                  <div>
                    <span className="box" />
                    For the night:{' '}
                    {nightAdvice(degreesShort(line.unit.row.cold, line.unit.lowestC)).slice(0, 2).join(', or ')}
                  </div>
                ) : null}
                {line.unit.row.actions.map(({ finding, action }) => (
                  <div key={finding}>
                    <span className="box" />
                    {action}
                  </div>
                ))}
              </td>
              <td>{line.unit.row.dueOn === null ? '–' : nearDayText(line.unit.row.dueOn, today)}</td>
            </tr>
          ),
        )}
      </tbody>
    </Table>
  </Paper>
);
