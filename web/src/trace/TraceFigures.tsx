import { figure, PEGS, type TraceFacts, type TraceMarks, type Verdict } from '@vaktman/core';
import styled from 'styled-components';
import { Figure } from '../control/Figure';
import { Mark, MARK_WORDS, VERDICT_MARK } from '../control/Mark';
import { Table } from '../control/tableStyle';

const Figures = styled(Table)`
  td,
  th,
  th.name {
    height: auto;
    padding-top: 0.12rem;
    padding-bottom: 0.12rem;
  }
  .peg {
    width: 34px;
  }
  .peg span {
    display: inline-grid;
    place-items: center;
    width: 25px;
    height: 25px;
    border: 1.5px solid currentColor;
    border-radius: 50%;
    font-size: 0.95rem;
  }
  .number {
    font-size: 1.25rem;
  }
  caption {
    padding-bottom: 0.1rem;
  }
  small {
    white-space: normal;
  }
`;

type Name = Exclude<keyof TraceFacts, 'cylinders' | 'notes' | 'fired'>;
type Row = readonly [name: Name, peg: number | null, words: string, unit: string, decimals: number];
const ROWS: readonly Row[] = [
  ['restVolts', PEGS.rest, 'At rest', 'V', 2],
  ['inrushLowVolts', PEGS.closes, 'Inrush, lowest', 'V', 2],
  ['inrushAmps', PEGS.closes, 'Inrush', 'A', 0],
  ['bounces', PEGS.closes, 'Contacts bounce', 'times', 0],
  ['plateauVolts', PEGS.plateau, 'Plateau', 'V', 2],
  ['plateauAmps', PEGS.plateau, 'Plateau', 'A', 0],
  ['crankRpm', PEGS.plateau, 'Turns', 'rpm', 0],
  ['crankedSeconds', PEGS.ends, 'Cranked for', 's', 2],
  ['chargeVolts', PEGS.charge, 'Charging', 'V', 2],
  ['chargeAmps', PEGS.charge, 'Into the bank', 'A', 0],
  ['rippleHz', null, 'Ripple', 'Hz', 0],
  ['rippleVoltsRms', null, 'Ripple, effective', 'V', 3],
];

/** Every figure of a trace with the number of its place; what is not in it says why. */
export const TraceFigures = ({
  reading,
  marks = {},
}: {
  readonly reading: { readonly [Key in Name | 'notes']?: TraceFacts[Key] | undefined };
  /** How single figures were judged, where they were. */
  readonly marks?: TraceMarks;
}) => {
  const why = (name: string): string =>
    reading.notes?.find((note) => note.startsWith(`${name}: `))?.slice(name.length + 2) ?? 'not in the trace';
  const mark = (verdict: Verdict | undefined) =>
    verdict === undefined ? null : <Mark kind={VERDICT_MARK[verdict]} word={MARK_WORDS[VERDICT_MARK[verdict]]} />;
  return (
    <Figures>
      <caption>What it says</caption>
      <tbody>
        {ROWS.map(([name, peg, words, unit, decimals]) => {
          const value = reading[name];
          return (
            <tr key={name}>
              <td className="peg">{peg === null ? null : <span>{peg}</span>}</td>
              <th scope="row" className="name">
                {words}
              </th>
              {typeof value === 'number' ? (
                <>
                  <td className="number">
                    <Figure text={figure(value, decimals)} unit={unit} />
                  </td>
                  <td>{mark(marks[name])}</td>
                </>
              ) : (
                <td colSpan={2}>
                  <Mark kind="notyet" /> <small>{why(name)}</small>
                </td>
              )}
            </tr>
          );
        })}
      </tbody>
    </Figures>
  );
};
