import { figure, type TraceAnswer } from '@vaktman/core';
import { Figure } from '../control/Figure';
import { Table } from '../control/tableStyle';

const ROWS: readonly (readonly [name: keyof TraceAnswer['figures'], words: string, unit: string, decimals: number])[] =
  [
    ['restVolts', 'At rest', 'V', 2],
    ['inrushLowVolts', 'Dip as the contacts close', 'V', 2],
    ['inrushAmps', 'Inrush', 'A', 0],
    ['bounces', 'Bounces of the contacts', '', 0],
    ['plateauVolts', 'Settled while cranking', 'V', 2],
    ['plateauAmps', 'Settled while cranking', 'A', 0],
    ['crankRpm', 'Speed', 'rpm', 0],
    ['sourceMilliohm', 'Bank and cables', 'mΩ', 2],
    ['firedAtS', 'Fires at', 's', 2],
    ['chargeVolts', 'Charge after it', 'V', 2],
    ['chargeAmps', 'Into the bank', 'A', 0],
    ['rippleHz', 'Ripple', 'Hz', 0],
    ['rippleVoltsRms', 'Ripple, effective', 'V', 3],
  ];

/** Every figure of a trace; what is not in it says why. */
export const TraceFigures = ({ answer }: { readonly answer: TraceAnswer }) => {
  const why = (name: string): string =>
    answer.notes.find((note) => note.startsWith(`${name}: `))?.slice(name.length + 2) ?? 'not there';
  return (
    <Table>
      <caption>What it says</caption>
      <tbody>
        {ROWS.map(([name, words, unit, decimals]) => {
          const value = answer.figures[name];
          return (
            <tr key={name}>
              <th scope="row" className="name">
                {words}
              </th>
              <td className="number">
                {value === null ? <small>{why(name)}</small> : <Figure text={figure(value, decimals)} unit={unit} />}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
};
